import { plainDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import type { QuestionnairePart } from '@steady/contract/questionnaires';
import { part } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { dayOf } from '../../ui/words';

function says({ stands, part: { answered, sentInAt, sentBack } }: PortalAsk<QuestionnairePart>): string {
  if (stands === 'not needed') return 'not needed any more';
  if (sentBack > 0) return sentBack === 1 ? 'One answer is asked for again.' : `${sentBack} answers are asked for again.`;
  if (sentInAt) return `sent in ${plainDate(dayOf(sentInAt))}, thank you`;
  return answered.are === 0 ? `${answered.of} questions.` : `${answered.are} of ${answered.of} questions answered.`;
}

/** Questionnaires, in the portal. */
export const questionnairesPortal: PortalArea = {
  askKind: {
    kind: 'questionnaire',
    Page: part(() => import('./portal-questionnaire'), 'PortalQuestionnaire'),
    title: (ask: PortalAsk) => (ask.stands === 'wanted' ? `Answer: ${ask.title}` : ask.title),
    says,
    done: ({ part: { answered } }: PortalAsk<QuestionnairePart>) => answered,
    movedAt: ({ part: { sentInAt }, askedAt }: PortalAsk<QuestionnairePart>) => sentInAt ?? askedAt,
  },
};
