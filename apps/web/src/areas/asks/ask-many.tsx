import type { ReactNode } from 'react';
import { counted } from '@steady/core/words';
import type { ManyAsked } from '@steady/contract/requests';
import { Leaf } from '../../ui/leaf';
import { WhoIsAsked } from './who-is-asked';

interface Props {
  /** What it is as long as it is written. */
  title: string;
  /** What the last press does, before "in 3 jobs". */
  act: string;
  /** The words that lead back to what was written. */
  back: string;
  /** Who would be asked, once that was looked at. */
  preview: ManyAsked | null;
  /** What else stands above them. */
  above?: ReactNode;
  of: { onSubmit(): void; busy: boolean; problem: string | null };
  onBack(): void;
  onClose(): void;
  /** What is written. */
  children: ReactNode;
}

/** "in 3 jobs"; where some are asked in none, "to 3 clients". */
export const inWords = (asked: ManyAsked['asked']): string =>
  asked.some(({ job }) => job === '') ? `to ${counted(asked.length, 'client')}` : `in ${counted(asked.length, 'job')}`;

/** Asks many at once: first what, then who is asked, then it goes. */
export function AskManyLeaf({ title, act, back, preview, above, of, onBack, onClose, children }: Props) {
  const asked = preview?.asked ?? [];
  return (
    <Leaf
      open
      broad
      title={preview ? 'Before it goes' : title}
      act={!preview ? 'Look at who is asked' : asked.length === 0 ? undefined : `${act} ${inWords(asked)}`}
      onClose={onClose}
      {...of}
      beside={
        preview && (
          <button type="button" className="lnk ml-auto text-table" onClick={onBack}>
            {back}
          </button>
        )
      }
    >
      {preview ? (
        <>
          {above}
          <WhoIsAsked of={preview} />
        </>
      ) : (
        children
      )}
    </Leaf>
  );
}
