import * as accountRoutes from '@steady/contract/account.routes';
import { useState } from 'react';
import { ChangePassword, PASSWORD_LENGTH, SecondStepCode, type SecondStepOffer } from '@steady/contract/sign-in';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';

type LeafName = 'password' | 'second step' | 'drop';

/** One's own way in: password, second step, sessions, firms. */
export function YouPage() {
  const session = useSession();
  const { act, busy } = useAct();
  const [leaf, setLeaf] = useState<LeafName | null>(null);
  const { data: account, error } = useData(accountRoutes.you);
  if (error) return <Trouble error={error} />;
  if (!account) return null;
  const others = account.sessions.filter((one) => !one.this).length;
  return (
    <Page
      above={`${session.role} at ${session.firm.name}`}
      title={session.name}
      sum={
        <>
          You sign in with {account.email}; the second step is{' '}
          {account.secondStepSince ? `on since ${momentInWords(account.secondStepSince, session.day)}` : <span className="soon">off</span>}.
        </>
      }
    >
      {session.wantsSecondStep && (
        <p role="alert" className="mt-4 max-w-3xl border border-ochre bg-ochre-tint px-3 py-2">
          {session.firm.name} requires the second step of everybody. Turn it on below; then everything is open to you again.
        </p>
      )}
      <section className="mt-5 max-w-3xl">
        <h2 className="mb-1">Password and second step</h2>
        <p className="text-table text-soft">
          {account.secondStepSince
            ? `After the password you give a code of your authenticator. ${account.recoveryCodesLeft} of 10 recovery codes are unused.`
            : 'With the second step, a stolen password alone opens nothing: you also give a code that your authenticator shows.'}
        </p>
        <p className="mt-2 flex flex-wrap gap-3">
          <button className="act-quiet" onClick={() => setLeaf('password')}>
            Change the password
          </button>
          {account.secondStepSince ? (
            <button className="act-quiet" onClick={() => setLeaf('drop')}>
              Turn the second step off
            </button>
          ) : (
            <button className={session.wantsSecondStep ? 'act' : 'act-quiet'} onClick={() => setLeaf('second step')}>
              Turn the second step on
            </button>
          )}
        </p>
      </section>
      <section className="mt-6 max-w-3xl">
        <h2 className="mb-2">Where you are signed in</h2>
        <LedgerTable
          label="Where you are signed in"
          rows={account.sessions}
          keyOf={(row) => row.id}
          columns={[
            { key: 'device', head: 'On', cell: (row) => <span className="font-semibold">{row.device}</span> },
            { key: 'since', head: 'Since', cell: (row) => momentInWords(row.since, session.day) },
            { key: 'until', head: 'Until', cell: (row) => momentInWords(row.expiresAt, session.day), wide: true },
            {
              key: 'end',
              head: '',
              cell: (row) =>
                row.this ? (
                  <span className="text-soft">this one</span>
                ) : (
                  <button className="lnk" disabled={busy} onClick={() => void act(() => send(accountRoutes.endSession, { name: row.id }), 'Signed out there.')}>
                    Sign out there
                  </button>
                ),
            },
          ]}
        />
        {others > 1 && (
          <button className="act-quiet mt-2" disabled={busy} onClick={() => void act(() => send(accountRoutes.endOthers, {}), 'Signed out everywhere else.')}>
            Sign out everywhere else
          </button>
        )}
      </section>
      {account.otherFirms.length > 0 && (
        <section className="mt-6 max-w-3xl">
          <h2 className="mb-1">Your other firms</h2>
          <ul className="flex flex-wrap gap-3">
            {account.otherFirms.map((firm) => (
              <li key={firm.firmId}>
                <button
                  className="act-quiet"
                  disabled={busy}
                  onClick={() =>
                    void act(async () => {
                      await send(accountRoutes.changeFirm, {}, { firmId: firm.firmId });
                      window.location.assign('/today');
                    })
                  }
                >
                  Switch to {firm.name}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {leaf === 'password' && <PasswordLeaf onClose={() => setLeaf(null)} />}
      {leaf === 'second step' && <SecondStepLeaf onClose={() => setLeaf(null)} />}
      {leaf === 'drop' && <DropSecondStepLeaf onClose={() => setLeaf(null)} />}
    </Page>
  );
}

function PasswordLeaf({ onClose }: { onClose(): void }) {
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

function SecondStepLeaf({ onClose }: { onClose(): void }) {
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
      <TextField
        label="The code it shows"
        inputMode="numeric"
        autoComplete="one-time-code"
        narrow
        {...form.register('code')}
        error={form.formState.errors.code?.message}
      />
    </Leaf>
  );
}

function DropSecondStepLeaf({ onClose }: { onClose(): void }) {
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
      <TextField
        label="A code of your authenticator"
        inputMode="numeric"
        autoComplete="one-time-code"
        narrow
        {...form.register('code')}
        error={form.formState.errors.code?.message}
      />
    </Leaf>
  );
}
