import * as clientsRoutes from '@steady/contract/clients.routes';
import { useDeferredValue } from 'react';
import { Link } from 'react-router';
import { useData } from '../../app/api';

/** Says at once when a client that is written down may be there already. */
export function Alike({ given, not }: { given: Readonly<Record<string, string | undefined>>; not?: string }) {
  const typed = useDeferredValue(given);
  const worth = Object.entries(typed).filter(([, text]) => (text?.trim().length ?? 0) >= 4);
  const { data = [] } = useData(clientsRoutes.alike, worth.length > 0 ? { ...Object.fromEntries(worth), not } : null);
  if (data.length === 0) return null;
  return (
    <div className="mb-3 border border-[#eadbb5] bg-ochre-tint px-3 py-2 text-table" role="status">
      <p className="font-semibold">{data.length === 1 ? 'This may be there already' : 'One of these may be it already'}</p>
      <ul>
        {data.map((client) => (
          <li key={client.id}>
            <Link className="lnk" to={`/clients/${client.id}`}>
              {client.name}
            </Link>
            <span className="text-soft">
              {' '}
              {client.standing}, {client.why}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
