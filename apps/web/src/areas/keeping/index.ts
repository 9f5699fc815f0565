export { HoldNote } from './hold-note';
export { PersonsDataLeaf } from './persons-data-leaf';
