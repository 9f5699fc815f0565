import type { MemberStanding } from '@steady/contract/team';

export const STANDING_WORDS: Record<MemberStanding, string> = { invited: 'invited', active: 'works here', suspended: 'suspended', left: 'has left' };
export const STANDING_TONE: Record<MemberStanding, string> = { invited: 'soon', active: '', suspended: 'late', left: 'text-soft' };
