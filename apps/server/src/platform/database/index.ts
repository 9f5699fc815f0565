export {
  bySecret,
  currency,
  day,
  firmId,
  forReceivers,
  fromWithin,
  grantedClients,
  id,
  moment,
  money,
  ofSeen,
  ofNamed,
  ofSeenAlways,
  ofSeenBy,
  ofSeenClient,
  ofSeenJob,
  ownFirm,
  version,
  whileSigningIn,
  withoutFees,
} from './columns';
export { type AsFigures, fromColumns, inCurrency, toColumns } from './money-columns';
export { columnName, columnsOfFacts } from './fact-columns';
export { Database, DiskNearlyFullError, type HowToWrite, type Narrow, isDamage } from './database';
export { type ProcessNotice } from './server-processes';
export { type Tx, rows } from './tx';
export { RunawayQueryError } from './bridge';
export { FolderInUseError } from './folder-lock';
export { sqlState } from './sql-state';
export { MigrationMismatchError } from './migrate';
export { MovedAwayError } from './server-standing';
export { DamagedFolderError, clearHalfFilled, isNewFolder, setFolderState, folderStateOf } from './folder-standing';
export { newId } from './ids';
export { GivenUpError, beginAtOnce, mustBeAlone, trialOf } from './at-once';
export { insertMany } from './insert-many';
export { manyRows, readMany } from './read-many';
