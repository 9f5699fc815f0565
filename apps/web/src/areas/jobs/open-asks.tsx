import type { ReactNode } from 'react';

/** What becomes of asks that are still open where a job ends. */
export function OpenAsks({ keep, onKeep, children }: { keep: boolean; onKeep(keep: boolean): void; children: ReactNode }) {
  const choice = (value: boolean, words: string) => (
    <label className="flex items-baseline gap-2">
      <input type="radio" name="open-asks" checked={keep === value} onChange={() => onKeep(value)} />
      {words}
    </label>
  );
  return (
    <fieldset className="mb-3 border border-ochre bg-ochre-tint px-3 py-2 text-table">
      <legend className="sr-only">What is still asked of the client</legend>
      <p className="mb-1">{children}</p>
      {choice(false, 'Withdraw it: the client is asked no more. What has come and nobody looked at stays on Today.')}
      {choice(true, 'Go on asking: what comes is shown on Today.')}
    </fieldset>
  );
}
