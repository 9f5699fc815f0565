import * as accountRoutes from '@steady/contract/account.routes';
import { useState } from 'react';
import { ChangePassword, PASSWORD_LENGTH, SecondStepCode, type SecondStepOffer } from '@steady/contract/sign-in';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { CodeField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

export function PasswordLeaf({ onClose }: { onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangePassword>({
    input: ChangePassword,
    start: { current: '', password: '' },
    submit: async (values) => {
      await send(accountRoutes.changePassword, {}, values);
      notify('The password is changed; other sessions have ended.');
      onClose();
    },
  });
  const { errors } = form.formState;
  return (
    <Leaf open title="Change the password" act="Change the password" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField
        label="The password you have now"
        type="password"
        autoComplete="current-password"
        {...form.register('current')}
        error={errors.current?.message}
      />
      <TextField
        label="The new one"
        type="password"
        autoComplete="new-password"
        hint={`At least ${PASSWORD_LENGTH} characters.`}
        {...form.register('password')}
        error={errors.password?.message}
      />
    </Leaf>
  );
}

/** Secret in groups of four, as one types it. */
const grouped = (secret: string) => secret.replace(/(.{4})(?=.)/g, '$1 ');

export function SecondStepLeaf({ onClose }: { onClose(): void }) {
  const { act, busy: asking } = useAct();
  const [offer, setOffer] = useState<SecondStepOffer | null>(null);
  const [codes, setCodes] = useState<string[] | null>(null);
  const { form, onSubmit, busy, problem } = useLeafForm<SecondStepCode>({
    input: SecondStepCode,
    start: { code: '' },
    submit: async (values) => setCodes((await send(accountRoutes.confirmSecondStep, {}, values)).codes),
  });
  if (codes)
    return (
      <Leaf open title="The second step is on" onClose={onClose}>
        <p className="mb-3">
          Write these recovery codes down or print this page. Each lets you in once when the authenticator is lost. <b>They are shown only now.</b>
        </p>
        <ul className="sheet grid grid-cols-2 gap-x-6 px-4 py-3 font-mono text-[15px]">
          {codes.map((code) => (
            <li key={code} className="py-0.5">
              {code}
            </li>
          ))}
        </ul>
      </Leaf>
    );
  if (!offer)
    return (
      <Leaf
        open
        title="Turn the second step on"
        act="Show me the secret"
        busy={asking}
        onClose={onClose}
        onSubmit={() => void act(async () => setOffer(await send(accountRoutes.offerSecondStep, {})))}
      >
        <p>
          You need an authenticator on your phone or computer: any that follows the open standard RFC 6238. It shows a new code of six digits every half minute.
        </p>
      </Leaf>
    );
  return (
    <Leaf open title="Turn the second step on" act="Turn it on" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-1 text-table font-semibold">Type this secret into your authenticator</p>
      <p className="sheet mb-2 px-3 py-2 font-mono text-[15px] select-all">{grouped(offer.secret)}</p>
      <p className="mb-4 text-table">
        <a className="lnk" href={offer.address}>
          Or open it in the authenticator of this device
        </a>
      </p>
      <CodeField label="The code it shows" {...form.register('code')} error={form.formState.errors.code?.message} />
    </Leaf>
  );
}

export function DropSecondStepLeaf({ onClose }: { onClose(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<SecondStepCode>({
    input: SecondStepCode,
    start: { code: '' },
    submit: async (values) => {
      await send(accountRoutes.dropSecondStep, {}, values);
      onClose();
    },
  });
  return (
    <Leaf open title="Turn the second step off" act="Turn it off" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3">From then on the password alone lets you in. The recovery codes stop working.</p>
      <CodeField label="A code of your authenticator" {...form.register('code')} error={form.formState.errors.code?.message} />
    </Leaf>
  );
}
