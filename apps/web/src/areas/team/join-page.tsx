import * as signInRoutes from '@steady/contract/sign-in.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { PASSWORD_LENGTH, SetPassword } from '@steady/contract/sign-in';
import { send, useData } from '../../app/api';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { useAct } from '../../app/use-act';
import { DoorFrame } from './door-frame';

/** Where the link of an invitation or of a forgotten password leads. */
export function JoinPage() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const [done, setDone] = useState(false);
  const { act, busy: taking } = useAct();
  const { data: door, error } = useData(signInRoutes.door, done ? null : { token });
  /** With the password just set. Which firm, the code of a second step, or why not, is said where people sign in. */
  const signIn = async (email: string, password: string) => {
    const next = await send(signInRoutes.signIn, {}, { email, password }).catch(() => null);
    if (next?.wants === 'nothing') window.location.replace('/today');
    else await navigate('/sign-in');
  };
  const { form, onSubmit, busy, problem } = useLeafForm<SetPassword>({
    input: SetPassword,
    start: { password: '' },
    submit: async (values) => {
      setDone(true);
      try {
        const { email } = await send(signInRoutes.enter, { token }, values);
        await signIn(email, values.password);
      } catch (refused) {
        setDone(false);
        throw refused;
      }
    },
  });
  if (error)
    return (
      <DoorFrame title={error.problem.title}>
        <p className="mt-4 text-[15px]">{error.message}</p>
        <p className="mt-4">
          <Link to="/forgot" className="lnk">
            Ask for a new password
          </Link>
        </p>
      </DoorFrame>
    );
  if (!door) return null;
  const title = door.kind === 'reset' ? 'A new password' : `Welcome to ${door.firm}`;
  if (door.kind === 'invitation' && door.hasPassword)
    return (
      <DoorFrame title={title}>
        <p className="mt-4 text-[15px]">
          You work at another firm already, {door.name}. Your password there opens this one too; you choose the firm as you sign in.
        </p>
        <p className="mt-5">
          <button
            className="act"
            disabled={taking}
            onClick={() =>
              void act(async () => {
                await send(signInRoutes.enterAgain, { token });
                await navigate('/sign-in');
              })
            }
          >
            Accept the invitation
          </button>
        </p>
      </DoorFrame>
    );
  return (
    <DoorFrame title={title} problem={problem}>
      <p className="mt-4 text-[15px]">
        {door.kind === 'invitation' ? `Choose a password, ${door.name}, and you are in.` : `For ${door.name}. Sessions begun with the old password end.`}
      </p>
      <form
        noValidate
        className="mt-5"
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        <TextField
          label="Password"
          type="password"
          autoComplete="new-password"
          autoFocus
          hint={`At least ${PASSWORD_LENGTH} characters. Three or four words that do not belong together are good.`}
          {...form.register('password')}
          error={form.formState.errors.password?.message}
        />
        <button className="act" disabled={busy}>
          Set the password and come in
        </button>
      </form>
    </DoorFrame>
  );
}
