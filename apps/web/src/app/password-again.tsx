import * as accountRoutes from '@steady/contract/account.routes';
import { ConfirmPassword } from '@steady/contract/sign-in';
import { TextField } from '../ui/fields';
import { useLeafForm } from '../ui/form';
import { Leaf } from '../ui/leaf';
import { send } from './api';
import { useSession } from './session';

/** Asks for the password once more, before something that matters; what was begun goes on by itself then. */
export function PasswordAgain({ onDone }: { onDone(given: boolean): void }) {
  const session = useSession();
  const { form, onSubmit, busy, problem } = useLeafForm<ConfirmPassword>({
    input: ConfirmPassword,
    start: { password: '' },
    submit: async (values) => {
      await send(accountRoutes.confirm, {}, values);
      onDone(true);
    },
  });
  return (
    <Leaf open title="Confirm your password" act="Continue" onClose={() => onDone(false)} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3">This changes who has access, what they may do or where money goes, or exports data. Enter your password to continue.</p>
      {session.demo && <p className="mb-3 text-soft">In the demo it is “harbour-lights-7” for everybody.</p>}
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        autoFocus
        {...form.register('password')}
        error={form.formState.errors.password?.message}
      />
    </Leaf>
  );
}
