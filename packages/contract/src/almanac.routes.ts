import type { BeginWork } from './how-it-begins';
import type {
  AddFeed,
  AlmanacAsked,
  AlmanacList,
  AlmanacLoad,
  AlmanacView,
  AlmanacYear,
  ExtendObligation,
  ExtensionOffer,
  FeedOpened,
  FeedView,
  FileObligation,
  FollowRules,
  JobBegun,
  MoveTarget,
  NoteFiled,
  ObligationView,
  Rehearsal,
  RoomView,
  ReopenObligation,
  SetObligationAside,
} from './almanac';
import type { SeasonAsked, SeasonBegun, SeasonPreview, SeasonStartView, StartSeason } from './season';
import type { TakenBack } from './jobs';
import type { AfterRow, LoadAsked } from './queries';
import { FILE, a, get, post, remove } from './route';

export const ribbon = get('/api/almanac', 'see clients', { query: a<AlmanacAsked>('AlmanacAsked'), answer: a<AlmanacView>('AlmanacView') });
export const week = get('/api/almanac/week', 'see clients', { query: a<AlmanacAsked>('AlmanacAsked'), answer: a<ObligationView[]>('ObligationView[]') });
export const overdue = get('/api/almanac/overdue', 'see clients', { query: a<AlmanacAsked>('AlmanacAsked'), answer: a<ObligationView[]>('ObligationView[]') });
export const year = get('/api/almanac/year', 'see clients', { query: a<AlmanacAsked>('AlmanacAsked'), answer: a<AlmanacYear>('AlmanacYear') });
export const list = get('/api/almanac/list', 'see clients', { query: a<AlmanacAsked>('AlmanacAsked'), answer: a<AlmanacList>('AlmanacList') });
export const file = get('/api/almanac/list.:kind', 'see clients', {
  query: a<AlmanacAsked>('AlmanacAsked'),
  answer: FILE,
  text: ['kind'],
  takesAlong: 'the list of deadlines',
});
/** The room of each person for the next eight weeks. */
export const room = get('/api/almanac/room', 'see clients', { answer: a<RoomView>('RoomView') });
export const authorities = get('/api/almanac/authorities', 'see clients', { answer: a<string[]>('string[]') });
export const rehearse = get('/api/almanac/rehearsal', 'see clients', { query: a<AlmanacAsked>('AlmanacAsked'), answer: a<Rehearsal>('Rehearsal') });
/** The firm's load as it would be with our target of a job on another day. Nothing is written. */
export const load = get('/api/almanac/load', 'see clients', { query: a<LoadAsked>('LoadAsked'), answer: a<AlmanacLoad>('AlmanacLoad') });
export const moveTarget = post('/api/jobs/:id/target', 'do work', { input: a<MoveTarget>('MoveTarget') });
export const previewSeason = post('/api/season/preview', 'do work', { input: a<SeasonAsked>('SeasonAsked'), answer: a<SeasonPreview>('SeasonPreview') });
export const seasons = get('/api/season', 'do work', { query: a<AfterRow>('AfterRow'), answer: a<SeasonStartView[]>('SeasonStartView[]') });
export const startSeason = post('/api/season', 'do work', {
  input: a<StartSeason>('StartSeason'),
  answer: a<SeasonBegun>('SeasonBegun'),
  status: 201,
  once: true,
});
export const undoSeason = post('/api/season/:id/undo', 'do work', { answer: a<TakenBack>('TakenBack') });
export const feeds = get('/api/feeds', 'see clients', { answer: a<FeedView[]>('FeedView[]') });
export const addFeed = post('/api/feeds', 'see clients', { input: a<AddFeed>('AddFeed'), answer: a<FeedOpened>('FeedOpened'), status: 201, once: true });
export const withdrawFeed = remove('/api/feeds/:id', 'see clients');
/** Read by a calendar elsewhere: nobody is signed in, the address is the secret. */
export const readFeed = get('/api/feeds/:secret.ics', 'open', { answer: FILE, text: ['secret'] });
export const ofClient = get('/api/clients/:id/obligations', 'see clients', { answer: a<ObligationView[]>('ObligationView[]') });
export const ofRelated = get('/api/related/:id/obligations', 'see clients', { answer: a<ObligationView[]>('ObligationView[]') });
/** More time that the law offers; nothing where it offers none. */
export const extension = get('/api/obligations/:id/extension', 'see clients', { answer: a<ExtensionOffer>('ExtensionOffer') });
export const extend = post('/api/obligations/:id/extend', 'do work', { input: a<ExtendObligation>('ExtendObligation') });
export const setAside = post('/api/obligations/:id/set-aside', 'do work', { input: a<SetObligationAside>('SetObligationAside') });
export const reopen = post('/api/obligations/:id/reopen', 'do work', { input: a<ReopenObligation>('ReopenObligation') });
export const follow = post('/api/obligations/:id/follow', 'do work', { input: a<FollowRules>('FollowRules') });
export const noteFiled = post('/api/obligations/:id/note-filed', 'do work', { input: a<NoteFiled>('NoteFiled') });
export const start = post('/api/obligations/:id/start', 'do work', { input: a<BeginWork>('BeginWork'), answer: a<JobBegun>('JobBegun') });
export const fileNow = post('/api/obligations/:id/file', 'do work', { input: a<FileObligation>('FileObligation'), status: 202, once: true });
