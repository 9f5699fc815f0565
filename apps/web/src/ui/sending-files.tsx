import { useState } from 'react';
import { counted } from '@steady/core/words';
import { ProblemError } from '../app/api';

/** Sends one file. @param onSent is told how many bytes have arrived, where that is known */
export type SendOne = (file: File, onSent: (bytes: number) => void) => Promise<unknown>;

export interface SendingFiles {
  /** Something is on its way. */
  busy: boolean;
  going: { name: string; percent: number } | null;
  /** How many went in at the last sending. */
  sent: number;
  /** What did not, each with why. */
  not: readonly string[];
  send(files: readonly File[], one: SendOne): Promise<void>;
}

const NOTHING = { going: null, sent: 0, not: [] };

/** Sends files one after the other; one that is refused keeps none of the others from going. */
export function useSendingFiles(): SendingFiles {
  const [state, setState] = useState<Pick<SendingFiles, 'going' | 'sent' | 'not'>>(NOTHING);
  const send = async (files: readonly File[], one: SendOne) => {
    let sent = 0;
    const not: string[] = [];
    for (const file of files) {
      const at = (percent: number) => setState({ going: { name: file.name, percent }, sent, not: [...not] });
      at(0);
      try {
        await one(file, (bytes) => at(file.size === 0 ? 0 : Math.floor((100 * bytes) / file.size)));
        sent += 1;
      } catch (caught) {
        if (!(caught instanceof ProblemError)) throw caught;
        not.push(`${file.name}: ${caught.words}`);
      }
    }
    setState({ going: null, sent, not });
  };
  return { ...state, busy: state.going !== null, send };
}

/** How files that were chosen fare: what is on its way, what is in, what is not and why. */
export function FilesSaid({ of: { going, sent, not } }: { of: SendingFiles }) {
  return (
    <>
      <p role="status" className="text-[13.5px]">
        {going ? (
          <span className="text-soft">
            Sending {going.name}
            {going.percent > 0 && `, ${going.percent} %`} …
          </span>
        ) : (
          sent > 0 && <span className="good">{counted(sent, 'file')} sent.</span>
        )}
      </p>
      {not.length > 0 && (
        <div role="alert" className="mt-1.5 border border-rust bg-rust-tint px-2 py-1 text-table">
          {not.map((words) => (
            <p key={words} className="wrap-anywhere">
              Not sent: {words}
            </p>
          ))}
        </div>
      )}
    </>
  );
}
