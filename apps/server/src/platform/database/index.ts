export {
  bySecret,
  day,
  firmId,
  fromWithin,
  grantedClients,
  id,
  moment,
  money,
  ofSeen,
  ofSeenBy,
  ofSeenClient,
  ofSeenJob,
  ownFirm,
  version,
  withoutFees,
} from './columns';
export { Database, DiskNearlyFullError, type HowToWrite, type Narrow, sqlState } from './database';
export { type Tx, rows } from './tx';
export { RunawayQueryError } from './bridge';
export { FolderInUseError } from './folder-lock';
export { newId } from './ids';
export { insertMany } from './insert-many';
