import { useState } from 'react';
import type { TodayView } from '@steady/contract/today';
import { useSession } from '../../app/session';
import { waitedWords } from '../../ui/words';
import { AndMore } from '../today';
import { DecideLeaf } from './decide-leaf';

/** What clients ask us to change of their details, the oldest first. */
export function ProposedLines({ today: { proposedDetails } }: { today: TodayView }) {
  const { day, may } = useSession();
  const [open, setOpen] = useState<string | null>(null);
  return (
    <>
      {proposedDetails.rows.map((one) => (
        <tr key={one.id}>
          <td className="font-semibold">
            {may('change clients') ? (
              <button className="text-left hover:underline" onClick={() => setOpen(one.id)}>
                {one.what}
              </button>
            ) : (
              one.what
            )}
          </td>
          <td>{one.client}</td>
          <td className="text-soft">{waitedWords(one.at, day)}</td>
          <td className="text-soft max-md:hidden">
            {one.by}, {one.about === 'person' ? 'of themselves' : 'of the client'}
          </td>
          <td className="max-md:hidden" />
        </tr>
      ))}
      <AndMore of={proposedDetails} />
      {open !== null && (
        <tr>
          <td colSpan={5} className="p-0">
            <DecideLeaf id={open} onClose={() => setOpen(null)} />
          </td>
        </tr>
      )}
    </>
  );
}
