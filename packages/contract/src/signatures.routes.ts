import type { SendPreview } from './requests';
import type { AskSignature } from './ask-signature';
import type { ChangeDay, ChangeNumber, ChangeSigners, NoteSignedOnPaper, ReplaceSigner, SignatureRow, SignatureSum } from './signatures';
import type { ListFieldsView, ListTotals, Listed, PlaceFound } from './lists';
import type { SignaturesFilter } from './queries';
import { type Added, FILE, a, get, post, put } from './route';

export const preview = post('/api/jobs/:id/signatures/preview', 'do work', { input: a<AskSignature>('AskSignature'), answer: a<SendPreview>('SendPreview') });
export const ask = post('/api/jobs/:id/signatures', 'do work', { input: a<AskSignature>('AskSignature'), answer: a<Added>('Added'), once: true });
/** The same of a document that belongs to no job. */
export const previewOfClient = post('/api/clients/:id/signatures/preview', 'do work', {
  input: a<AskSignature>('AskSignature'),
  answer: a<SendPreview>('SendPreview'),
});
export const askOfClient = post('/api/clients/:id/signatures', 'do work', { input: a<AskSignature>('AskSignature'), answer: a<Added>('Added'), once: true });
export const onPaper = post('/api/signers/:id/on-paper', 'do work', { input: a<NoteSignedOnPaper>('NoteSignedOnPaper') });
export const replace = post('/api/signers/:id/replace', 'do work', { input: a<ReplaceSigner>('ReplaceSigner'), once: true });
/** The signed copy could not be made: it is tried again. */
export const copyAgain = post('/api/asks/:id/signed-copy', 'do work');
/** Where a signer's code goes by text message, as long as they have not signed. */
export const number = put('/api/signers/:id/number', 'do work', { input: a<ChangeNumber>('ChangeNumber') });
/** By which day a signer is to sign, as long as they have not. */
export const day = put('/api/signers/:id/day', 'do work', { input: a<ChangeDay>('ChangeDay') });
/** Those who sign after the one whose turn it is. */
export const changeSigners = put('/api/asks/:id/signers', 'do work', { input: a<ChangeSigners>('ChangeSigners') });

const given = { query: a<SignaturesFilter>('SignaturesFilter'), shows: ['asks', 'signatures', 'clients', 'jobs', 'documents'] };
/** All that was given for signature, of the firm or of a client, a job, a person. */
export const list = get('/api/signatures', 'see clients', { ...given, answer: a<Listed<SignatureRow>>('Listed<SignatureRow>') });
export const listIds = get('/api/signatures/ids', 'see clients', { ...given, answer: a<string[]>('string[]') });
export const listPlace = get('/api/signatures/place', 'see clients', { ...given, answer: a<PlaceFound>('PlaceFound') });
export const listSums = get('/api/signatures/sums', 'see clients', { ...given, answer: a<ListTotals>('ListTotals') });
export const listFields = get('/api/signatures/fields', 'see clients', { answer: a<ListFieldsView>('ListFieldsView') });
export const listFile = get('/api/signatures/list.:kind', 'see clients', {
  ...given,
  answer: FILE,
  text: ['kind'],
  takesAlong: 'what was given for signature',
});
export const sum = get('/api/signatures/sum', 'see clients', { ...given, answer: a<SignatureSum>('SignatureSum') });
