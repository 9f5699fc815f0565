import { useForm } from 'react-hook-form';
import { useSearchParams } from 'react-router';
import { useState } from 'react';
import type { SignInOffer } from '@steady/contract/team';
import { ProblemError, send, useData } from '../../app/api';
import { TextField } from '../../ui/fields';

export function SignInPage() {
  const { data: offer } = useData<SignInOffer>('/api/sign-in');
  const [problem, setProblem] = useState<string | null>(null);
  const [search] = useSearchParams();
  const { register, handleSubmit } = useForm<{ email: string; password: string }>();
  const then = search.get('then');
  const enter = async (path: string, body: unknown) => {
    setProblem(null);
    try {
      await send('POST', path, body);
      // Loaded afresh, so that nothing of whoever was signed in before stays in the page.
      window.location.replace(then?.startsWith('/') && !then.startsWith('//') ? then : '/today');
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error.message);
    }
  };
  return (
    <main className="mx-auto max-w-3xl px-6 pt-[9vh] pb-16 max-sm:px-4">
      <h1 className="text-[32px]">Steady Almanac</h1>
      <p className="mt-1 text-[15px]">The working book of an accounting firm.</p>
      {problem && (
        <p role="alert" className="mt-5 border border-rust bg-rust-tint px-3 py-2">
          {problem}
        </p>
      )}
      <div className={`mt-7 grid gap-10 ${offer?.demo ? 'sm:grid-cols-[1fr_260px]' : 'max-w-sm'}`}>
        {offer?.demo && (
          <section>
            <h2>Look round the demo firm, {offer.firm}</h2>
            <p className="mt-1 mb-2 text-table text-soft">Everybody in it is made up. Choose who you are today.</p>
            <ul className="sheet">
              {offer.people.map((person) => (
                <li key={person.memberId} className="border-b border-rule-soft last:border-0">
                  <button
                    className="grid w-full grid-cols-[1fr_1.4fr] px-3 py-[7px] text-left hover:bg-kelp-tint"
                    onClick={() => void enter('/api/sign-in/demo', { memberId: person.memberId })}
                  >
                    <span className="font-semibold">{person.name}</span>
                    <span className="text-soft">{person.does}</span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
        <form noValidate onSubmit={(event) => void handleSubmit((values) => enter('/api/sign-in', values))(event)}>
          <h2 className="mb-2">{offer?.demo ? 'Or sign in by email' : 'Sign in'}</h2>
          <TextField label="Email address" type="email" autoComplete="username" {...register('email')} />
          <TextField label="Password" type="password" autoComplete="current-password" {...register('password')} />
          <button className="act">Sign in</button>
        </form>
      </div>
    </main>
  );
}
