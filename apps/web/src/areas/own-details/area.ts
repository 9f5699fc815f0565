import { counted } from '@steady/core/words';
import { type Area, part } from '../../app/area';

export const ownDetailsArea: Area = {
  today: {
    groups: [
      {
        at: 17,
        id: 'proposed-details',
        title: 'Details that clients ask us to change',
        count: (today) => today.proposedDetails.count,
        says: ({ proposedDetails: { count } }) => ({
          words: count === 0 ? 'no client asks for a change of details' : `${counted(count, 'client asks', 'clients ask')} for a change of details`,
        }),
        Rows: part(() => import('./today'), 'ProposedLines'),
      },
    ],
  },
};
