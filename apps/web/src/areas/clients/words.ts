import type { LegalForm } from '@steady/contract/clients';

/** Legal forms as they stand at the head of a record. */
export const FORM_WORDS: Record<LegalForm, string> = {
  company: 'Company',
  'co-operative': 'Co-operative',
  charity: 'Charity',
  partnership: 'Partnership',
  'sole trader': 'Sole trader',
  person: 'Person',
  'not known': 'Legal form not known yet',
};
