import type { PortalAsk } from '@steady/contract/asks';
import type { PortalSignaturePart } from '@steady/contract/signatures';

/** What somebody is asked to sign, as the portal has it: nothing is asked of them but their signature. */
export const ASK: PortalAsk<PortalSignaturePart> = {
  id: 'a1',
  partyId: 'p1',
  kind: 'signature',
  title: 'Accounts 2025',
  words: 'The accounts, as we spoke of them.',
  client: 'Gannet Smokery Ltd',
  jobName: null,
  wantedBy: '2026-03-20',
  askedBy: 'Niamh Daly',
  askedAt: '2026-03-10T09:00:00Z',
  doneAt: null,
  stands: 'wanted',
  doneBefore: [],
  part: {
    documentName: 'accounts-2025.pdf',
    bytes: 240_000,
    expiresOn: null,
    terms: null,
    textTo: null,
    isConfirmed: false,
    handOnTo: [],
    chain: [],
    fields: 0,
    copy: null,
  },
};
