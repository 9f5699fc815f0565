import * as signInRoutes from '@steady/contract/sign-in.routes';
import { useForm } from 'react-hook-form';
import { Link, useSearchParams } from 'react-router';
import { useState } from 'react';
import type { SignInStep } from '@steady/contract/sign-in';
import { ProblemError, send, useData } from '../../app/api';
import { TextField } from '../../ui/fields';
import { DoorFrame } from './door-frame';

interface Typed {
  email: string;
  password: string;
  code: string;
}

export function SignInPage() {
  const { data: offer } = useData(signInRoutes.offer);
  const [problem, setProblem] = useState<string | null>(null);
  const [step, setStep] = useState<SignInStep | null>(null);
  const [firmId, setFirmId] = useState<string | null>(null);
  const [search] = useSearchParams();
  const { register, handleSubmit, getValues, resetField } = useForm<Typed>();
  const then = search.get('then');
  // Loaded afresh, so that nothing of whoever was signed in before stays in the page.
  const goIn = () => window.location.replace(then?.startsWith('/') && !then.startsWith('//') ? then : '/today');
  const attempt = async (what: () => Promise<void>) => {
    setProblem(null);
    try {
      await what();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      resetField('code');
      setProblem(error.problem.errors?.[0]?.message ?? error.message);
    }
  };
  const enter = (firm: string | null) =>
    attempt(async () => {
      const { email, password, code } = getValues();
      const next = await send(
        signInRoutes.signIn,
        {},
        {
          email,
          password,
          ...(step?.wants === 'code' && code ? { code } : {}),
          ...(firm ? { firmId: firm } : {}),
        },
      );
      if (next.wants === 'nothing') goIn();
      else setStep(next);
    });
  const demo = (memberId: string) =>
    attempt(async () => {
      await send(signInRoutes.signInDemo, {}, { memberId });
      goIn();
    });

  if (step?.wants === 'firm')
    return (
      <DoorFrame title="Which firm today?" problem={problem}>
        <ul className="sheet mt-6">
          {step.firms.map((firm) => (
            <li key={firm.firmId} className="border-b border-rule-soft last:border-0">
              <button
                className="w-full px-3 py-2.5 text-left font-semibold hover:bg-kelp-tint"
                onClick={() => {
                  setFirmId(firm.firmId);
                  void enter(firm.firmId);
                }}
              >
                {firm.name}
              </button>
            </li>
          ))}
        </ul>
        <p className="mt-3 text-table text-soft">You can switch later from the menu under your name. Nothing crosses from one firm to the other.</p>
      </DoorFrame>
    );
  if (step?.wants === 'code')
    return (
      <DoorFrame title="Second step" problem={problem}>
        <form noValidate className="mt-6" onSubmit={(event) => void handleSubmit(() => enter(firmId))(event)}>
          <TextField
            label="Code"
            hint="The six digits of your authenticator, or one of your recovery codes."
            inputMode="text"
            autoComplete="one-time-code"
            autoFocus
            narrow
            {...register('code')}
          />
          <button className="act">Sign in</button>
        </form>
      </DoorFrame>
    );
  return (
    <DoorFrame title="The working book of an accounting firm" problem={problem} broad>
      <div className={`mt-7 grid gap-10 ${offer?.demo ? 'sm:grid-cols-[1fr_260px]' : 'max-w-sm'}`}>
        {offer?.demo && (
          <section>
            <h2>Look round the demo firm, {offer.firm}</h2>
            <p className="mt-1 mb-2 text-table text-soft">Everybody in it is made up. Choose who you are today.</p>
            <ul className="sheet">
              {offer.people.map((person) => (
                <li key={person.memberId} className="border-b border-rule-soft last:border-0">
                  <button className="grid w-full grid-cols-[1fr_1.4fr] px-3 py-[7px] text-left hover:bg-kelp-tint" onClick={() => void demo(person.memberId)}>
                    <span className="font-semibold">{person.name}</span>
                    <span className="text-soft">{person.does}</span>
                  </button>
                </li>
              ))}
            </ul>
            <DemoLetters />
          </section>
        )}
        <form noValidate onSubmit={(event) => void handleSubmit(() => enter(null))(event)}>
          <h2 className="mb-2">{offer?.demo ? 'Or sign in by email' : 'Sign in'}</h2>
          <TextField label="Email address" type="email" autoComplete="username" {...register('email')} />
          <TextField label="Password" type="password" autoComplete="current-password" {...register('password')} />
          <p className="flex items-baseline gap-4">
            <button className="act">Sign in</button>
            <Link to="/forgot" className="lnk text-table text-soft">
              Forgotten your password?
            </Link>
          </p>
        </form>
      </div>
    </DoorFrame>
  );
}

/** In place of the mailboxes of the demo firm: what lets its people in. Shown beside the sign-in page and nowhere else. */
function DemoLetters() {
  const { data: letters = [] } = useData(signInRoutes.letters);
  if (letters.length === 0) return null;
  return (
    <section className="mt-6">
      <h2 className="mb-1">Mail to people of the demo firm</h2>
      <p className="mb-1 text-table text-soft">Invitations and links for a new password arrive here in the demo, the newest first.</p>
      <ul className="sheet text-table">
        {letters.map((letter) => (
          <li key={letter.id} className="border-b border-rule-soft px-3 py-[7px] last:border-0">
            {letter.link ? (
              <Link className="lnk" to={letter.link}>
                {letter.subject}
              </Link>
            ) : (
              letter.subject
            )}
            <span className="block text-fine text-soft">to {letter.address}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
