import { shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import { dayOf } from '../../ui/words';
import type { AskInPortal } from '../../app/portal-matters';

function says({ stands, doneAt, doneBefore }: PortalAsk): string {
  if (stands === 'done') return doneAt ? `signed ${shortDate(dayOf(doneAt))}, thank you` : 'signed, thank you';
  if (stands === 'refused') return 'you refused to sign';
  if (stands === 'not needed') return 'not needed any more';
  return doneBefore.length > 0 ? `${doneBefore.join(' and ')} signed before you.` : 'To be read and signed.';
}

/** What is said of one in the portal. */
export const signatureInPortal: AskInPortal = {
  kind: 'signature',
  title: (ask: PortalAsk) => (ask.stands === 'wanted' ? `Sign: ${ask.title}` : ask.title),
  says,
  movedAt: (ask: PortalAsk) => ask.doneAt ?? ask.askedAt,
};
