import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { useState } from 'react';
import { ProblemError, send } from '../../../app/api';
import { CodeField } from '../../../ui/fields';

interface Props {
  id: string;
  /** The end of the number to which it goes. */
  textTo: string;
  /** The right one was typed. */
  isConfirmed: boolean;
  code: string;
  onType(code: string): void;
  error: string | null;
}

/** The code that goes to the signer's telephone: sent when they ask for it, typed before they sign. */
export function CodeStep({ id, textTo, isConfirmed, code, onType, error }: Props) {
  const [sent, setSent] = useState(0);
  const [busy, setBusy] = useState(false);
  const [why, setWhy] = useState<string | null>(null);
  if (isConfirmed) return <p className="good mb-3 border-t border-rule pt-2 text-table">The code from your telephone was right.</p>;
  const sendCode = async () => {
    setBusy(true);
    setWhy(null);
    try {
      await send(signaturesPortalRoutes.sendCode, { id });
      setSent(sent + 1);
    } catch (problem) {
      setWhy(problem instanceof ProblemError ? problem.message : 'It was not sent. Try it once more.');
    }
    setBusy(false);
  };
  return (
    <section aria-label="Code by text message" className="mb-3 border-t border-rule pt-2">
      <p className="text-table">
        So that it is surely you who signs, we send a code by text message to <b>{textTo}</b>.
      </p>
      <p className="my-2 flex flex-wrap items-center gap-4" role="status">
        <button type="button" className={sent === 0 ? 'act' : 'act-quiet'} disabled={busy} onClick={() => void sendCode()}>
          {sent === 0 ? 'Send me the code' : 'Send another code'}
        </button>
        {sent > 0 && (
          <span className="text-table text-soft">{sent === 1 ? 'It is on its way.' : 'Another one is on its way; those before it do not work any more.'}</span>
        )}
      </p>
      {why && <p className="text-fine text-rust">{why}</p>}
      <CodeField label="Code from the text message" value={code} onChange={({ target }) => onType(target.value)} error={error ?? undefined} />
    </section>
  );
}
