import type { TodayView } from './today';
import type { TodayAsked } from './queries';
import { a, get } from './route';

export const view = get('/api/today', 'see clients', { query: a<TodayAsked>('TodayAsked'), answer: a<TodayView>('TodayView') });
