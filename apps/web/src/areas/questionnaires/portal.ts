import { part } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { questionnaireInPortal } from './in-portal';

/** Questionnaires, in the portal. */
export const questionnairesPortal: PortalArea = {
  askKind: { ...questionnaireInPortal, Page: part(() => import('./portal-questionnaire'), 'PortalQuestionnaire') },
};
