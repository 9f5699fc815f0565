import type { TodayView } from '@steady/contract/today';
import { Lines } from '../today';

export const AnsweredLines = ({ today }: { today: TodayView }) => <Lines lines={today.answered} section="requests" />;

/** What clients owe by the end of this week, or owed before it. */
export const WantedLines = ({ today }: { today: TodayView }) => <Lines lines={today.wanted} section="requests" rest="/missing" />;
