import * as signInRoutes from '@steady/contract/sign-in.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { ForgotPassword } from '@steady/contract/sign-in';
import { send } from '../../app/api';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { DoorFrame } from './door-frame';

export function ForgotPage() {
  const [sentTo, setSentTo] = useState<string | null>(null);
  const { form, onSubmit, busy, problem } = useLeafForm<ForgotPassword>({
    input: ForgotPassword,
    start: { email: '' },
    submit: async (values) => {
      await send(signInRoutes.forgot, {}, values);
      setSentTo(values.email);
    },
  });
  return (
    <DoorFrame title="A new password" problem={problem}>
      {sentTo ? (
        <p className="mt-6 text-[15px]" role="status">
          If somebody signs in with {sentTo}, a letter with a link is on its way. The link works for one hour.
        </p>
      ) : (
        <form
          noValidate
          className="mt-6"
          onSubmit={(event) => {
            event.preventDefault();
            onSubmit();
          }}
        >
          <TextField
            label="Email address"
            type="email"
            autoComplete="username"
            autoFocus
            {...form.register('email')}
            error={form.formState.errors.email?.message}
          />
          <button className="act" disabled={busy}>
            Send me a link
          </button>
        </form>
      )}
      <p className="mt-5 text-table">
        <Link to="/sign-in" className="lnk text-soft">
          Back to signing in
        </Link>
      </p>
    </DoorFrame>
  );
}
