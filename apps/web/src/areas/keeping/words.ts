import type { DueThings } from '@steady/contract/keeping';
import { KEPT_WORDS } from '@steady/core/keeping';

/** What a line of the yearly list is about: "Documents in Payroll", "Messages". */
export const thingsInWords = ({ kind, folder }: Pick<DueThings, 'kind' | 'folder'>): string =>
  kind === 'documents' ? `${KEPT_WORDS[kind].name} ${folder === null ? 'in no folder of the firm' : `in ${folder}`}` : KEPT_WORDS[kind].name;
