import { plainDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import type { QuestionnairePart } from '@steady/contract/questionnaires';
import { dayOf } from '../../ui/words';
import type { AskInPortal } from '../../app/portal-matters';

function says({ stands, part: { answered, sentInAt, sentBack } }: PortalAsk<QuestionnairePart>): string {
  if (stands === 'not needed') return 'not needed any more';
  if (sentBack > 0) return sentBack === 1 ? 'One answer is asked for again.' : `${sentBack} answers are asked for again.`;
  if (sentInAt) return `sent in ${plainDate(dayOf(sentInAt))}, thank you`;
  return answered.are === 0 ? `${answered.of} questions.` : `${answered.are} of ${answered.of} questions answered.`;
}

/** What is said of one in the portal. */
export const questionnaireInPortal: AskInPortal<QuestionnairePart> = {
  kind: 'questionnaire',
  title: (ask: PortalAsk) => (ask.stands === 'wanted' ? `Answer: ${ask.title}` : ask.title),
  says,
  done: ({ part: { answered } }: PortalAsk<QuestionnairePart>) => answered,
  movedAt: ({ part: { sentInAt }, askedAt }: PortalAsk<QuestionnairePart>) => sentInAt ?? askedAt,
};
