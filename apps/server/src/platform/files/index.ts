export { FileStore, type StoredFile } from './file-store';
export { type Upload, receiveUpload, tidyName } from './receive-upload';
export { type Cell, csvText } from './csv';
export { type CalendarDay, daysAsCalendar } from './calendar-file';
export { listAsCsv, sendList } from './table-file';
