import type { CivilDate } from '@steady/core/calendar';
import type { LegalForm } from '@steady/contract/clients';
import type { RelatedKind, ContactPermission } from '@steady/contract/contacts';
import { dayInWords } from '../../ui/words';

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

/** From when until when a registration runs: nothing where neither day is known. */
export const spanInWords = (from: string | null, until: string | null, today: CivilDate): string =>
  [from && `from ${dayInWords(from, today)}`, until && `until ${dayInWords(until, today)}`].filter(Boolean).join(' ');

const PERMISSION_WORDS: Record<ContactPermission, string> = { getsRequests: 'gets requests', signs: 'signs', pays: 'pays' };

/** What somebody has a say in, as words. */
export function permissionsInWords(of: Record<ContactPermission, boolean>): string {
  const says = (Object.keys(PERMISSION_WORDS) as ContactPermission[]).filter((say) => of[say]).map((say) => PERMISSION_WORDS[say]);
  return says.length > 0 ? says.join(', ') : 'has no say';
}

export const RELATED_WORDS: Record<RelatedKind, string> = { family: 'Family', 'group of companies': 'Group of companies', other: 'Related clients' };
