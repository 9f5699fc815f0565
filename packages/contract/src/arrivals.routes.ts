import type {
  ArrivalLine,
  ArrivalView,
  ArrivalsAsked,
  ChooseDropOffAddress,
  DropOffView,
  FileArrival,
  FiledArrival,
  KeepDropOff,
  ProspectFromArrival,
  RefuseArrival,
  TakeArrival,
} from './arrivals';
import { FILE, a, get, post, put } from './route';
import type { Versioned } from './versioned';

const shows = ['arrivals', 'clients', 'team'];

/** The firm's public page. */
export const page = get('/api/firm/drop-off', 'run firm', { answer: a<DropOffView>('DropOffView'), shows });
export const keepPage = put('/api/firm/drop-off', 'run firm', { input: a<KeepDropOff>('KeepDropOff') });
/** Gives it its address, once. */
export const chooseAddress = post('/api/firm/drop-off/address', 'run firm', { input: a<ChooseDropOffAddress>('ChooseDropOffAddress') });

export const list = get('/api/arrivals', 'do work', {
  query: a<ArrivalsAsked>('ArrivalsAsked'),
  answer: a<ArrivalLine[]>('ArrivalLine[]'),
  shows,
});
export const view = get('/api/arrivals/:id', 'do work', { answer: a<ArrivalView>('ArrivalView'), shows });
export const file = get('/api/arrival-files/:id/file', 'do work', { answer: FILE });
/** Somebody has it from now on, or nobody. */
export const take = post('/api/arrivals/:id/take', 'do work', { input: a<TakeArrival>('TakeArrival') });
export const fileWith = post('/api/arrivals/:id/file', 'do work', {
  input: a<FileArrival>('FileArrival'),
  answer: a<FiledArrival>('FiledArrival'),
  once: true,
});
export const makeProspect = post('/api/arrivals/:id/prospect', 'change clients', {
  input: a<ProspectFromArrival>('ProspectFromArrival'),
  answer: a<FiledArrival>('FiledArrival'),
  once: true,
});
export const refuse = post('/api/arrivals/:id/refuse', 'do work', { input: a<RefuseArrival>('RefuseArrival'), once: true });
export const takeBack = post('/api/arrivals/:id/take-back', 'do work', { input: a<Versioned>('Versioned') });
