import * as routes from '@steady/contract/conversations-portal.routes';
import type { MattersOf } from '../../app/portal-matters';

/** What was written to them and they have not seen. */
export const messageMatters: MattersOf<typeof routes.list> = {
  reads: routes.list,
  of: (conversations) => ({
    wanted: conversations
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
  }),
};
