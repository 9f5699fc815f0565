import type { ReactNode } from 'react';
import { civil } from '@steady/core/calendar';
import type { WordsSaid } from '@steady/contract/conversations';
import { momentInWords, sizeInWords } from '../../ui/words';

interface Props {
  words: readonly WordsSaid[];
  /** The day that it is, ISO 8601. */
  today: string;
  /** Whose side is one's own. */
  own: WordsSaid['side'];
  fileAt(id: string): string;
  /** What can be done with a file. */
  beside?(words: WordsSaid): ReactNode;
}

/** What was said, day by day, the latest at the foot. */
export function Thread({ words, today, own, fileAt, beside }: Props) {
  return (
    <ol aria-label="What was written" className="mt-2">
      {words.map((one) => (
        <li key={one.id} className={`mb-2.5 border-l-2 py-0.5 pl-3 ${one.side === own ? 'border-rule' : 'border-kelp'}`}>
          <p className="text-[13.5px] text-soft">
            <b className="font-semibold text-ink">{one.by}</b>, {momentInWords(one.at, civil(today))}
            {one.isMail && ', by mail'}
            {one.fromAddress && <span className="soon"> from {one.fromAddress}, which is not the address known of them</span>}
          </p>
          {one.isGone ? (
            <p className="text-soft">What it said was destroyed when its time was over.</p>
          ) : (
            <>
              {one.text !== '' && <p className="wrap-anywhere whitespace-pre-line">{one.text}</p>}
              {one.file && (
                <p className="flex flex-wrap items-baseline gap-x-3">
                  <a className="inline-flex items-center max-sm:min-h-11" href={fileAt(one.id)}>
                    <span className="lnk wrap-anywhere">{one.file.name}</span>
                  </a>
                  <span className="text-[13.5px] text-soft">{sizeInWords(one.file.bytes)}</span>
                  {beside?.(one)}
                </p>
              )}
            </>
          )}
        </li>
      ))}
    </ol>
  );
}
