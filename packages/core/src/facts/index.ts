export type { Entered, FactDefinition, FactList, Given, KeyedFact, Kept, KnownFacts, PostalAddress, ValueOf, AlwaysKnown } from './fact';
export {
  type FirmOfFile,
  type Read,
  addressInLine,
  addressLines,
  factFromText,
  factInWords,
  factNamed,
  hasPlace,
  isAskedOf,
  keptOf,
  keyed,
  linesOf,
  sameValue,
  sortedLabels,
} from './values';
