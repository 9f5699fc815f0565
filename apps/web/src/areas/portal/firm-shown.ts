import type { PortalMe } from '@steady/contract/requests';
import { draftOf, keepDraft } from '../../ui/drafts';

export type FirmShown = Pick<PortalMe, 'firm' | 'logo'>;

const KEY = 'portal firm';

/** Whose page it is, also where there is no connection. */
export const firmShownBefore = (): FirmShown | null => JSON.parse(draftOf(KEY) ?? 'null') as FirmShown | null;

export const keepFirmShown = ({ firm, logo }: FirmShown): void => keepDraft(KEY, JSON.stringify({ firm, logo }));
