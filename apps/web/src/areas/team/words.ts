import type { MemberStatus } from '@steady/contract/team';

export const STANDING_WORDS: Record<MemberStatus, string> = { invited: 'invited', active: 'works here', suspended: 'suspended', left: 'has left' };
export const STANDING_TONE: Record<MemberStatus, string> = { invited: 'soon', active: '', suspended: 'late', left: 'text-soft' };
