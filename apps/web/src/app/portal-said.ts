import { approvalInPortal } from '../areas/approvals/in-portal';
import { askMatters } from '../areas/asks/in-portal';
import { messageMatters } from '../areas/conversations/in-portal';
import { billMatters } from '../areas/fees/in-portal';
import { questionnaireInPortal } from '../areas/questionnaires/in-portal';
import { requestInPortal } from '../areas/requests/in-portal';
import { signatureInPortal } from '../areas/signatures/in-portal';
import type { AnyMatters, AsksInPortal, AskInPortal } from './portal-matters';

/** What the areas say of the matters of whoever is in the portal, in the order of `PORTAL_AREAS`, without any of their pages. */
export const PORTAL_MATTERS: readonly AnyMatters[] = [askMatters, messageMatters, billMatters];

// eslint-disable-next-line @typescript-eslint/no-explicit-any
const KINDS: readonly AskInPortal<any>[] = [requestInPortal, questionnaireInPortal, signatureInPortal, approvalInPortal];

export const asksInPortal: AsksInPortal = (kind) => KINDS.find((one) => one.kind === kind);
