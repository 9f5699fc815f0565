import type { BackupView, BackupsView } from './backups';
import { a, get, post } from './route';

export const list = get('/api/firm/backups', 'run firm', { answer: a<BackupsView>('BackupsView') });
/** Makes one now and proves it; people go on working meanwhile. */
export const make = post('/api/firm/backups', 'run firm', { answer: a<BackupView>('BackupView'), status: 201 });
