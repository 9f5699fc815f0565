import type { ManyAsked } from './requests';
import { type Added, FILE, a, get, patch, post, remove } from './route';
import type { GiveMany, KeepSigningKind, KeepTerms, SigningKindView, TermsView } from './signing-kinds';

/** Kinds of documents that are given for signature, by name. */
export const list = get('/api/signing-kinds', 'do work', { answer: a<SigningKindView[]>('SigningKindView[]'), shows: ['signatures'] });
export const add = post('/api/signing-kinds', 'change services', { input: a<KeepSigningKind>('KeepSigningKind'), answer: a<Added>('Added'), once: true });
export const change = patch('/api/signing-kinds/:id', 'change services', { input: a<KeepSigningKind>('KeepSigningKind') });
/** What was given for signature as one stays as it is. */
export const drop = remove('/api/signing-kinds/:id', 'change services');
/** The document itself, where it is the same for every client; the one before is replaced. */
export const putLetter = post('/api/signing-kinds/:id/letter', 'change services', { input: FILE });
export const letter = get('/api/signing-kinds/:id/letter', 'do work', { answer: FILE });
/** Who would be asked to sign it, and for whom it cannot be given. */
export const previewMany = post('/api/signatures/many/preview', 'do work', { input: a<GiveMany>('GiveMany'), answer: a<ManyAsked>('ManyAsked'), status: 200 });
export const giveMany = post('/api/signatures/many', 'do work', { input: a<GiveMany>('GiveMany'), answer: a<ManyAsked>('ManyAsked'), status: 200, once: true });
/** The next of its kind is signed as a whole, or its places are put down anew. */
export const forgetPlaces = remove('/api/signing-kinds/:id/places', 'do work');
/** Terms that are offered, each in its newest edition. */
export const terms = get('/api/terms', 'do work', { answer: a<TermsView[]>('TermsView[]'), shows: ['signatures'] });
/** A new edition where there are terms of that name: who agreed to an earlier one is asked again. */
export const keepTerms = post('/api/terms', 'run firm', { input: a<KeepTerms>('KeepTerms'), answer: a<Added>('Added'), once: true });
/** They are not offered any more. */
export const retireTerms = remove('/api/terms/:id', 'run firm');
