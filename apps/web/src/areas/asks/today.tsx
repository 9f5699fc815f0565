import type { TodayView } from '@steady/contract/today';
import { Lines } from '../today';

export const AnsweredLines = ({ today }: { today: TodayView }) => <Lines lines={today.answered} section="requests" />;
