import { shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import { dayOf } from '../../ui/words';
import type { AskInPortal } from '../../app/portal-matters';

function says({ stands, doneAt }: PortalAsk): string {
  if (stands === 'done') return doneAt ? `approved ${shortDate(dayOf(doneAt))}, thank you` : 'approved, thank you';
  if (stands === 'refused') return 'you did not approve it';
  return stands === 'not needed' ? 'not needed any more' : 'To be read and approved.';
}

/** What is said of one in the portal. */
export const approvalInPortal: AskInPortal = {
  kind: 'approval',
  title: (ask: PortalAsk) => (ask.stands === 'wanted' ? `Approve: ${ask.title}` : ask.title),
  says,
  movedAt: (ask: PortalAsk) => ask.doneAt ?? ask.askedAt,
};
