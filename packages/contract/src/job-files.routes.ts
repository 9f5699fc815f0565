import type { BeginJobRows, JobFile, JobFileRow, JobRowsAsked, JobRowsBegun } from './job-files';
import { FILE, a, post } from './route';

/** Reads a file of jobs; nothing of it is kept. */
export const read = post('/api/job-files', 'do work', { input: FILE, answer: a<JobFile>('JobFile') });
/** What each of its rows would begin. Nothing is written. */
export const look = post('/api/job-files/look', 'do work', { input: a<JobRowsAsked>('JobRowsAsked'), answer: a<JobFileRow[]>('JobFileRow[]') });
/** Begins the jobs of its rows, part by part; undone as a season is. */
export const begin = post('/api/job-files/begin', 'do work', { input: a<BeginJobRows>('BeginJobRows'), answer: a<JobRowsBegun>('JobRowsBegun'), once: true });
