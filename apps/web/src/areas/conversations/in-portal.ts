import * as routes from '@steady/contract/conversations-portal.routes';
import { useData } from '../../app/api';
import type { Matters } from '../../app/portal-area';

/** What was written to them and they have not seen. */
export function useMessagesInPortal(): Matters | undefined {
  const { data } = useData(routes.list);
  return (
    data && {
      wanted: data
        .filter(({ isNew }) => isNew)
        .map(({ id, client, subject, lastBy, lastAt }) => ({
          key: id,
          client,
          title: `Read: ${subject}`,
          to: `/portal/messages/${id}`,
          says: `${lastBy} wrote to you.`,
          by: null,
          movedAt: lastAt,
        })),
      withUs: [],
      over: [],
    }
  );
}
