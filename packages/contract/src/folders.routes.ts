import type { ChangeFolder, ChangeFolderTemplate, FolderTemplateView, FoldersOfClient, KeepFolder, KeepFolderTemplate, OrderFolders } from './documents';
import { type Added, a, get, patch, post, put, remove } from './route';

/** The folders that the firm gives to its clients, in their order. */
export const templates = get('/api/folders', 'see clients', { answer: a<FolderTemplateView[]>('FolderTemplateView[]'), shows: ['documents'] });
/** Folders for a firm that has none yet. */
export const useReadyMade = post('/api/folders/ready-made', 'change services');
export const add = post('/api/folders', 'change services', { input: a<KeepFolderTemplate>('KeepFolderTemplate'), answer: a<Added>('Added') });
export const change = put('/api/folders/:id', 'change services', { input: a<ChangeFolderTemplate>('ChangeFolderTemplate') });
export const order = post('/api/folders/order', 'change services', { input: a<OrderFolders>('OrderFolders') });
/** No client gets it any more; what lies in it stays. */
export const retire = remove('/api/folders/:id', 'change services');
export const ofClient = get('/api/clients/:id/folders', 'see clients', {
  answer: a<FoldersOfClient>('FoldersOfClient'),
  shows: ['documents', 'clients', 'requests', 'fees'],
});
/** A folder of this client alone. */
export const addToClient = post('/api/clients/:id/folders', 'do work', { input: a<KeepFolder>('KeepFolder'), answer: a<Added>('Added') });
/** Changes who sees a folder of the client, or its name where it is the client's alone. */
export const changeOfClient = patch('/api/clients/:id/folders/:folder', 'do work', { input: a<ChangeFolder>('ChangeFolder') });
