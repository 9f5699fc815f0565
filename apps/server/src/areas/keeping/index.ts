export { type Gone, type KeptPart, KeptParts, type Things, type ThingsThere } from './kept-parts';
export { type PersonHas, type PersonPart, PersonParts } from './person-parts';
