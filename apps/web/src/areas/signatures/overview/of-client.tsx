import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { Link } from 'react-router';
import { SIGNATURE_STATES } from '@steady/core/signing';
import type { ClientView } from '@steady/contract/clients';
import { useData } from '../../../app/api';

/** How many documents of a client stand where, and the way to them. */
export function SignaturesOfClient({ client: { id } }: { client: ClientView }) {
  const { data } = useData(signaturesRoutes.sum, { client: id });
  const counts = SIGNATURE_STATES.flatMap((state) => (data && data.states[state] > 0 ? [`${data.states[state]} ${state}`] : []));
  if (counts.length === 0) return null;
  return (
    <p className="mb-3 text-table">
      <Link className="lnk" to={`/signatures?client=${id}`}>
        Given for signature
      </Link>
      : {counts.join(', ')}
    </p>
  );
}
