import type { LegalForm } from '../clients';

/** What a client's people may do with what lies in a folder. */
export const FOLDER_RIGHTS = ['firm only', 'client reads', 'client reads and adds'] as const;
export type FolderRight = (typeof FOLDER_RIGHTS)[number];

/** Where a document comes from. */
export const ORIGINS = ['from the client', 'bill', 'from us'] as const;
export type Origin = (typeof ORIGINS)[number];
export const ORIGIN_WORDS: Record<Origin, string> = { 'from the client': 'what clients send', bill: 'bills', 'from us': 'what we add' };

/** A folder that the firm gives to its clients. */
export interface FolderTemplate {
  id: string;
  name: string;
  right: FolderRight;
  /** Only clients of these legal forms have it; none named: all have it. */
  forms: readonly LegalForm[];
  /** What lies in it is told apart by year. */
  byYear: boolean;
  /** What is put into it without being asked where. */
  takes: readonly Origin[];
  /** Only documents of jobs of these services; none named: of any, and of no job. */
  services: readonly string[];
}

/** What is known of a document when it is put somewhere. */
export interface ToFile {
  form: LegalForm;
  origin: Origin;
  /** Of its job; null for a document of no job. */
  serviceId: string | null;
}

/** Whether a client of this legal form has the folder. */
export const hasFolder = ({ forms }: Pick<FolderTemplate, 'forms'>, form: LegalForm): boolean => forms.length === 0 || forms.includes(form);

/**
 * The folder that a document goes into without being asked: one that takes what comes from there, of the job's own service
 * before one for all services, the first of several in the firm's order.
 *
 * @param templates in the firm's order
 * @returns null where no folder takes it: it lies outside all folders, where only the firm sees it
 */
export function folderFor<T extends FolderTemplate>(templates: readonly T[], { form, origin, serviceId }: ToFile): T | null {
  const taking = templates.filter((one) => hasFolder(one, form) && one.takes.includes(origin));
  return taking.find((one) => serviceId !== null && one.services.includes(serviceId)) ?? taking.find((one) => one.services.length === 0) ?? null;
}

/** Who of a client may see what lies in a folder. */
export interface FolderAccess {
  right: FolderRight;
  /** Ids of the contacts for whom alone it is; null for all who have a say at the client. */
  onlyFor: readonly string[] | null;
}

/** What lies in no folder is seen by the firm alone. */
export const OUTSIDE_FOLDERS: FolderAccess = { right: 'firm only', onlyFor: null };

/** Whether one of a client's people may see what lies there. */
export const mayRead = ({ right, onlyFor }: FolderAccess, contactId: string): boolean =>
  right !== 'firm only' && (onlyFor === null || onlyFor.includes(contactId));

/** Whether they may put something there. */
export const mayAdd = (folder: FolderAccess, contactId: string): boolean => folder.right === 'client reads and adds' && mayRead(folder, contactId);

interface Person {
  id: string;
  name: string;
}

/** Those who would be told of a document that they cannot see where it lies. */
export const whoCannotRead = <P extends Person>(folder: FolderAccess, people: readonly P[]): P[] => people.filter(({ id }) => !mayRead(folder, id));

/**
 * Who sees what lies in a folder, for wherever something is about to be put there.
 *
 * @param names of the contacts for whom alone it is, in their order; null for all
 * @example accessInWords('client reads', ['Niamh Duffy']) // 'only Niamh Duffy reads it at the client'
 * @example accessInWords('firm only', null) // 'only the firm sees it'
 */
export function accessInWords(right: FolderRight, names: readonly string[] | null): string {
  if (right === 'firm only') return 'only the firm sees it';
  if (names?.length === 0) return 'nobody at the client reads it';
  const who = names === null ? 'the client' : `only ${listed(names)}`;
  const many = names !== null && names.length > 1;
  const does = right === 'client reads' ? (many ? 'read it' : 'reads it') : many ? 'read it and add to it' : 'reads it and adds to it';
  return `${who} ${does}${names === null ? '' : ' at the client'}`;
}

const listed = (names: readonly string[]) => (names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`);

/** Folders for a firm that has none yet: by topic, with the right that each usually has. */
export const READY_MADE_FOLDERS: readonly Omit<FolderTemplate, 'id' | 'services'>[] = [
  { name: 'Permanent file', right: 'firm only', forms: [], byYear: false, takes: [] },
  { name: 'Identity papers', right: 'firm only', forms: [], byYear: false, takes: [] },
  { name: 'Statutory records', right: 'client reads', forms: ['company', 'co-operative', 'charity'], byYear: false, takes: [] },
  { name: 'Sent by the client', right: 'client reads and adds', forms: [], byYear: true, takes: ['from the client'] },
  { name: 'Accounts and tax', right: 'client reads', forms: [], byYear: true, takes: [] },
  { name: 'Payroll', right: 'firm only', forms: [], byYear: true, takes: [] },
  { name: 'Bills', right: 'client reads', forms: [], byYear: true, takes: ['bill'] },
  { name: 'Working papers', right: 'firm only', forms: [], byYear: true, takes: ['from us'] },
];
