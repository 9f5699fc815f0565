import type { LineAnchor } from '@steady/core/obligations';
import type { PermissionKind, PermissionView } from '@steady/contract/lines';

export const ANCHOR_WORDS: Record<LineAnchor, string> = {
  calendar: 'the calendar',
  'year-end': 'the client’s year-end',
  'tax year': 'the tax year',
  'vat group': 'the client’s VAT group',
  start: 'the day on which it starts',
  date: 'a day that ends a period',
};

export const PERMISSION_WORDS: Record<PermissionKind, string> = { agent: 'agent authorisation', digital: 'digital-filing registration' };

/** What a client has yet to allow for a line. */
export function permissionsWanted(line: { needsAgent: boolean; needsDigital: boolean; permissions: PermissionView[] }) {
  const wanted = [...(line.needsAgent ? (['agent'] as const) : []), ...(line.needsDigital ? (['digital'] as const) : [])];
  return wanted.map((kind) => ({ kind, is: line.permissions.find((one) => one.kind === kind) ?? null }));
}
