import * as portalRoutes from '@steady/contract/portal.routes';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { momentInWords } from '../../ui/words';

/** Who of the client opened something in the portal, and when; nothing where nobody did. */
export function OpenedBy({ kind, id, className = '' }: { kind: 'ask' | 'document' | 'bill'; id: string; className?: string }) {
  const { day } = useSession();
  const { data: by = [] } = useData(portalRoutes.openedBy, { kind, id });
  if (by.length === 0) return null;
  return (
    <p className={className}>
      Opened by{' '}
      {by.map(({ name, firstAt, lastAt, times }, at) => (
        <span key={name}>
          {at > 0 && ', '}
          {name} {momentInWords(firstAt, day)}
          {times > 1 && ` (last ${momentInWords(lastAt, day)})`}
        </span>
      ))}
    </p>
  );
}

/** What a person opened of late. */
export function OpenedOf({ contactId }: { contactId: string }) {
  const { day } = useSession();
  const { data: things = [] } = useData(portalRoutes.openedOf, { id: contactId });
  if (things.length === 0) return null;
  return (
    <ul className="mt-1.5 text-table" aria-label="Opened in the portal">
      {things.slice(0, 8).map(({ kind, id, what, lastAt }) => (
        <li key={`${kind} ${id}`}>
          opened {what}, <span className="text-soft">{momentInWords(lastAt, day)}</span>
        </li>
      ))}
    </ul>
  );
}
