export { askedFrom } from './asked';
export { containing } from './containing';
export { type ListField, columnsOf, detailFieldsOf, personField } from './list-field';
export { sendListing } from './list-file';
export { type ListAsked, type Listing, idsOf, pageOf, placeOf, totalsOf, wholeOf } from './listing';
export { SavedLists, SavedListsController } from './saved-lists';
