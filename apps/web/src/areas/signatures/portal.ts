import { shortDate } from '@steady/core/words';
import { page, part } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import type { PortalAsk } from '@steady/contract/asks';
import { dayOf } from '../../ui/words';

function says({ stands, doneAt, doneBefore }: PortalAsk): string {
  if (stands === 'done') return doneAt ? `signed ${shortDate(dayOf(doneAt))}, thank you` : 'signed, thank you';
  if (stands === 'refused') return 'you refused to sign';
  if (stands === 'not needed') return 'not needed any more';
  return doneBefore.length > 0 ? `${doneBefore.join(' and ')} signed before you.` : 'To be read and signed.';
}

/** Documents to sign, in the portal, and those that were. */
export const signaturesPortal: PortalArea = {
  pages: [page('/portal/signed', () => import('./signed-page'), 'SignedPage')],
  askKind: {
    kind: 'signature',
    Page: part(() => import('./portal-signature'), 'PortalSignature'),
    title: (ask: PortalAsk) => (ask.stands === 'wanted' ? `Sign: ${ask.title}` : ask.title),
    says,
    movedAt: (ask: PortalAsk) => ask.doneAt ?? ask.askedAt,
  },
};
