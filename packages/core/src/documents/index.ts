export {
  FOLDER_RIGHTS,
  type FolderAccess,
  type FolderRight,
  type FolderTemplate,
  ORIGINS,
  ORIGIN_WORDS,
  OUTSIDE_FOLDERS,
  type Origin,
  READY_MADE_FOLDERS,
  accessInWords,
  folderFor,
  hasFolder,
  mayAdd,
  mayRead,
  whoCannotRead,
} from './folders';
export { DAYS_TO_BRING_BACK, bringBackBy, fileNameOf, isYear, titleOf } from './names';
