import { shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import { part } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { dayOf } from '../../ui/words';

function says({ stands, doneAt }: PortalAsk): string {
  if (stands === 'done') return doneAt ? `approved ${shortDate(dayOf(doneAt))}, thank you` : 'approved, thank you';
  if (stands === 'refused') return 'you did not approve it';
  return stands === 'not needed' ? 'not needed any more' : 'To be read and approved.';
}

/** What is to be approved by a tick, in the portal. */
export const approvalsPortal: PortalArea = {
  askKind: {
    kind: 'approval',
    Page: part(() => import('./portal-approval'), 'PortalApproval'),
    title: (ask: PortalAsk) => (ask.stands === 'wanted' ? `Approve: ${ask.title}` : ask.title),
    says,
    movedAt: (ask: PortalAsk) => ask.doneAt ?? ask.askedAt,
  },
};
