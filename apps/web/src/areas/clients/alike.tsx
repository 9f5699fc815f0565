import { useDeferredValue } from 'react';
import { Link } from 'react-router';
import type { AlikeClient } from '@steady/contract/clients';
import { useData } from '../../app/api';

/** Says at once when a client that is written down may be there already. */
export function Alike(given: { name?: string; vatNumber?: string; taxNumber?: string; companyNumber?: string; not?: string }) {
  const asked = useDeferredValue(
    new URLSearchParams(
      Object.entries(given).filter((entry): entry is [string, string] => typeof entry[1] === 'string' && entry[1].trim().length >= 4),
    ).toString(),
  );
  const worth = /(^|&)(name|vatNumber|taxNumber|companyNumber)=/.test(asked);
  const { data = [] } = useData<AlikeClient[]>(worth ? `/api/clients/alike?${asked}` : null);
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
