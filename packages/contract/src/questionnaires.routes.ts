import type {
  AskQuestionnaire,
  IntoRecord,
  KeepQuestionnaire,
  PutAnswer,
  QuestionnaireTemplate,
  QuestionnaireTemplateView,
  QuestionnaireView,
  SendBackAnswer,
  TakeOver,
} from './questionnaires';
import type { SendPreview } from './requests';
import { type Added, FILE, a, get, post, put } from './route';

const shows = ['questionnaires'];
const showsAsked = ['questionnaires', 'asks', 'clients'];

export const list = get('/api/questionnaires', 'see clients', { answer: a<QuestionnaireTemplate[]>('QuestionnaireTemplate[]'), shows: [...shows, 'asks'] });
export const view = get('/api/questionnaires/:id', 'see clients', { answer: a<QuestionnaireTemplateView>('QuestionnaireTemplateView'), shows });
export const add = post('/api/questionnaires', 'change services', { input: a<KeepQuestionnaire>('KeepQuestionnaire'), answer: a<Added>('Added'), once: true });
export const change = put('/api/questionnaires/:id', 'change services', { input: a<KeepQuestionnaire>('KeepQuestionnaire') });
/** It is offered no more; what was asked by it stays. */
export const retire = post('/api/questionnaires/:id/retire', 'change services');
export const offerAgain = post('/api/questionnaires/:id/offer-again', 'change services');
/** Adds those that are supplied and of whose name there is none. */
export const useSupplied = post('/api/questionnaires/supplied', 'change services');

export const preview = post('/api/jobs/:id/questionnaires/preview', 'do work', {
  input: a<AskQuestionnaire>('AskQuestionnaire'),
  answer: a<SendPreview>('SendPreview'),
});
export const ask = post('/api/jobs/:id/questionnaires', 'do work', { input: a<AskQuestionnaire>('AskQuestionnaire'), answer: a<Added>('Added'), once: true });

/** What was asked and answered, by the id of the ask. */
export const answers = get('/api/asks/:id/questionnaire', 'see clients', { answer: a<QuestionnaireView>('QuestionnaireView'), shows: showsAsked });
/** An answer that a person of the firm types in for the client. */
export const putAnswer = put('/api/asks/:id/answers', 'do work', { input: a<PutAnswer>('PutAnswer') });
export const addFile = post('/api/asks/:id/answers/:key/files', 'do work', { input: FILE, text: ['key'] });
export const sameAgain = post('/api/asks/:id/same-as-last-time', 'do work');
export const sendIn = post('/api/asks/:id/send-in', 'do work');
export const sendBack = post('/api/asks/:id/send-back', 'do work', { input: a<SendBackAnswer>('SendBackAnswer') });
export const lookedAt = post('/api/asks/:id/looked-at', 'do work');
/** What the answers would change in the record. */
export const intoRecord = get('/api/asks/:id/into-record', 'change clients', { answer: a<IntoRecord>('IntoRecord'), shows: [...showsAsked, 'almanac'] });
export const takeOver = post('/api/asks/:id/take-over', 'change clients', { input: a<TakeOver>('TakeOver') });
/** To be filled in by hand, with the answers that there are. */
export const print = get('/api/asks/:id/questionnaire.pdf', 'see clients', { answer: FILE });
