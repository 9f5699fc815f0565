export { askedFrom } from './asked';
export { containing } from './containing';
export { type ListField, detailFieldsOf, fieldsOfFacts } from './list-field';
export { ListFields } from './list-fields';
export { sendListing } from './list-file';
export { type ListAsked, type ListDefinition, allFound, idsOf, pageOf, placeOf, totalsOf, wholeOf } from './listing';
export { SavedLists, SavedListsController } from './saved-lists';
