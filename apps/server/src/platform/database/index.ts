export { bySecret, day, firmId, fromWithin, id, moment, money, ownFirm, version } from './columns';
export { Database, DiskNearlyFullError, type Tx, rows, sqlState } from './database';
export { RunawayQueryError } from './bridge';
export { keepDump } from './dumps';
export { FolderInUseError } from './folder-lock';
export { newId } from './ids';
