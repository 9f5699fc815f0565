export { bytesOf } from './bytes-of';
export { FileStore, type StoredFile } from './file-store';
export { Keys, MasterKeyError } from './keys';
export { receiveUpload, tidyName } from './receive-upload';
export { type Upload, Uploads } from './uploads';
export { type Cell, csvText } from './csv';
export { type CalendarDay, daysAsCalendar } from './calendar-file';
export { listAsCsv, sendList } from './table-file';
