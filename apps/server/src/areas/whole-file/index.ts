export { type FileOf, WholeFileParts, table } from './whole-file-parts';
export { type ZipEntry, safeName, writeZip } from './zip';
