import { useState } from 'react';
import { Link } from 'react-router';
import type { PaperFault } from '@steady/core/procedures';
import { counted } from '@steady/core/words';

const SHOWN = 12;

/** Problems when clients are run through a procedure on paper, or that nothing is. */
export function FaultsOnPaper({ of, good }: { of: readonly PaperFault[]; good: string }) {
  if (of.length === 0) return <p className="good mb-3 text-table">{good}</p>;
  return (
    <section aria-label="Problems" className="mb-3 border border-ochre bg-ochre-tint px-3 py-2 text-table">
      <h3 className="font-semibold">{counted(of.length, 'thing')} to look at</h3>
      <ul>
        {of.map((fault) => (
          <Named key={fault.what} words={`${fault.what}.`} clients={fault.clients} />
        ))}
      </ul>
    </section>
  );
}

function Named({ words, clients }: { words: string; clients: { id: string; name: string }[] }) {
  const [all, setAll] = useState(false);
  const shown = all ? clients : clients.slice(0, SHOWN);
  return (
    <li className="py-0.5">
      {words}{' '}
      {shown.map((client, index) => (
        <span key={client.id}>
          {index > 0 && ', '}
          <Link to={`/clients/${client.id}`} className="lnk">
            {client.name}
          </Link>
        </span>
      ))}
      {clients.length > shown.length && (
        <button type="button" className="lnk ml-1" onClick={() => setAll(true)}>
          and {clients.length - shown.length} more
        </button>
      )}
    </li>
  );
}
