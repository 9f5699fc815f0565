import { FILE, get, patch, post, remove } from './route';

// Uploads that go on after the line was lost, by the open protocol tus 1.0 (resumable uploads over HTTP). Where a file goes stands in the header
// Upload-Metadata: "to" (client, job or document), "of" (its id), "folder" (the id of a folder, or nothing) and "name".

export const begin = post('/api/uploads', 'do work', { input: FILE, answer: FILE });
/** Sends a part; with the last one the file is filed. */
export const goOn = patch('/api/uploads/:upload', 'do work', { input: FILE, answer: FILE, text: ['upload'] });
/** How much has arrived (asked with HEAD). */
export const howFar = get('/api/uploads/:upload', 'do work', { answer: FILE, text: ['upload'] });
export const giveUp = remove('/api/uploads/:upload', 'do work', { answer: FILE, text: ['upload'] });
