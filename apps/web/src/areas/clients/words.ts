import type { RelatedKind, ContactPermission } from '@steady/contract/contacts';

const PERMISSION_WORDS: Record<ContactPermission, string> = { getsRequests: 'gets requests', signs: 'signs', pays: 'pays' };

/** What somebody has a say in, as words. */
export function permissionsInWords(of: Record<ContactPermission, boolean>): string {
  const says = (Object.keys(PERMISSION_WORDS) as ContactPermission[]).filter((say) => of[say]).map((say) => PERMISSION_WORDS[say]);
  return says.length > 0 ? says.join(', ') : 'has no say';
}

export const RELATED_WORDS: Record<RelatedKind, string> = { family: 'Family', 'group of companies': 'Group of companies', other: 'Related clients' };
