export type { Entered, FactDefinition, FactList, Given, KeyedFact, Kept, KnownFacts, PostalAddress, ValueOf, AlwaysKnown } from './fact';
export { type Read, addressInLine, factFromText, factInWords, factNamed, hasPlace, isAskedOf, keptOf, keyed, linesOf, sortedLabels } from './values';
