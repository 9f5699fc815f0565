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
export { Database, DiskNearlyFullError, type HowToWrite, type Narrow, isDamage, sqlState } from './database';
export { type Told } from './server-processes';
export { type Tx, rows } from './tx';
export { RunawayQueryError } from './bridge';
export { FolderInUseError } from './folder-lock';
export { DamagedFolderError, clearHalfFilled, setStanding, standingOf } from './folder-standing';
export { newId } from './ids';
export { insertMany } from './insert-many';
