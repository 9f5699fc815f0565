import * as clientsRoutes from '@steady/contract/clients.routes';
import { Link } from 'react-router';
import { counted } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';
import { useData } from '../../app/api';
import { NoteLine } from './note-list';

/** Phone notes, work handed over and what is blocked, as long as they wait for whoever looks. */
export function NotesForYou() {
  const { data: notes = [] } = useData(clientsRoutes.notesForYou);
  if (notes.length === 0) return null;
  return (
    <section className="mb-4" aria-label="For you from colleagues">
      <h2 className="mb-1">{notes.length === 1 ? 'A note for you' : `${notes.length} notes for you`}</h2>
      <ul className="sheet">
        {notes.map((note) => (
          <li key={note.id} className="border-b border-rule-soft last:border-0">
            <p className="px-3 pt-1.5 text-table">
              <Link className="lnk font-semibold" to={`/clients/${note.clientId}`}>
                {note.client}
              </Link>
            </p>
            <ul>
              <NoteLine note={note} />
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Clients whom without anybody to write to. */
export const NobodyToWriteTo = ({ today: { nobodyToWriteTo: of } }: { today: TodayView }) => (
  <tr>
    <td className="font-semibold">{counted(of.count, 'client')} without anybody to write to</td>
    <td colSpan={4}>
      {of.rows.map((client, index) => (
        <span key={client.id}>
          {index > 0 && ', '}
          <Link className="lnk" to={`/clients/${client.id}`}>
            {client.name}
          </Link>
        </span>
      ))}
      {of.count > of.rows.length && ` and ${of.count - of.rows.length} more:`}
      <span className="soon"> no email address</span>
    </td>
  </tr>
);
