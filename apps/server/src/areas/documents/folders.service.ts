import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, count, eq, sql } from 'drizzle-orm';
import {
  type FolderAccess,
  OUTSIDE_FOLDERS,
  type Origin,
  READY_MADE_FOLDERS,
  accessInWords,
  folderFor,
  hasFolder,
  titleOf,
  whoCannotRead,
} from '@steady/core/documents';
import type {
  ChangeFolder,
  ChangeFolderTemplate,
  FolderTemplateView,
  FolderView,
  FoldersOfClient,
  KeepFolder,
  KeepFolderTemplate,
} from '@steady/contract/documents';
import { Events, eventKind } from '../../platform/events';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsMerged, ClientsService, type Contact, ContactsService, moveToClient } from '../clients';
import { clientFolders, documents, folderTemplates } from './documents.tables';

type Template = typeof folderTemplates.$inferSelect;
type Folder = typeof clientFolders.$inferSelect;

export const FoldersChanged = eventKind<Record<string, never>>('folders changed', 'documents');

const noFolder = () => Problem.invalid([{ field: 'folderId', message: 'Choose a folder of this client.' }]);

/** The firm's folders, and what of them is different at a client. A client has each of the firm's; a record of its own begins when something is put into it. */
@Injectable()
export class FoldersService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly present: Present,
  ) {}

  onModuleInit(): void {
    this.present.register('folder', (work, id) => this.templateView(work, id));
    this.present.register('folder of a client', (work, id) => this.viewOf(work, id));
    this.events.on(ClientsMerged, (work, { payload }) => this.merged(work, payload));
  }

  /** Of two records that become one: where both have a folder, what lies in the one comes into the other. */
  private async merged(work: Work, { from, into }: { from: string; into: string }): Promise<void> {
    await work.tx
      .execute(sql`update documents d set folder_id = k.id from client_folders g join client_folders k on k.template_id = g.template_id and k.client_id = ${into}
      where g.client_id = ${from} and d.folder_id = g.id`);
    await work.tx.execute(
      sql`delete from client_folders g using client_folders k where g.client_id = ${from} and k.client_id = ${into} and k.template_id = g.template_id`,
    );
    await moveToClient(work, { from, into }, clientFolders);
  }

  /** The folders that the firm gives to its clients, in their order. */
  async templates(work: Work): Promise<Template[]> {
    return work.tx
      .select()
      .from(folderTemplates)
      .where(and(eq(folderTemplates.firmId, work.firm.id), eq(folderTemplates.isRetired, false)))
      .orderBy(asc(folderTemplates.position), asc(folderTemplates.id));
  }

  async list(work: Work): Promise<FolderTemplateView[]> {
    return (await this.templates(work)).map(templateShown);
  }

  /** A folder of the firm's, held until the transaction ends. */
  private async template(work: Work, id: string): Promise<Template> {
    const [found] = await work.tx
      .select()
      .from(folderTemplates)
      .where(and(eq(folderTemplates.id, id), eq(folderTemplates.firmId, work.firm.id), eq(folderTemplates.isRetired, false)))
      .for('update');
    if (!found) throw Problem.notFound('folder');
    return found;
  }

  private async templateView(work: Work, id: string): Promise<FolderTemplateView | null> {
    return (await this.list(work)).find((one) => one.id === id) ?? null;
  }

  private async mustBeFree(work: Work, name: string, but: string | null): Promise<void> {
    const same = (await this.templates(work)).find((one) => one.name.toLowerCase() === name.toLowerCase() && one.id !== but);
    if (same) throw Problem.invalid([{ field: 'name', message: `There is a folder ${same.name} already.` }]);
  }

  /** Folders for a firm that has none yet. */
  async useReadyMade(work: Work): Promise<void> {
    if ((await this.templates(work)).length > 0) throw Problem.refused('has-folders', 'The firm has folders already. Add what is missing one by one.');
    await work.tx.insert(folderTemplates).values(
      READY_MADE_FOLDERS.map((one, position) => ({
        ...one,
        firmId: work.firm.id,
        position,
        forms: [...one.forms],
        takes: [...one.takes],
        services: [],
      })),
    );
    await this.say(work, 'began to use the ready-made folders');
  }

  async addTemplate(work: Work, input: KeepFolderTemplate): Promise<string> {
    await this.mustBeFree(work, input.name, null);
    const [last] = await work.tx.select({ count: count() }).from(folderTemplates).where(eq(folderTemplates.firmId, work.firm.id));
    const [added] = await work.tx
      .insert(folderTemplates)
      .values({ ...input, firmId: work.firm.id, position: last!.count })
      .returning({ id: folderTemplates.id });
    await this.say(work, `added the folder ${input.name}`, null, input);
    return added!.id;
  }

  async changeTemplate(work: Work, id: string, { version, ...input }: ChangeFolderTemplate): Promise<void> {
    const before = await this.template(work, id);
    if (before.version !== version) throw Problem.stale('folder', id);
    await this.mustBeFree(work, input.name, id);
    await work.tx
      .update(folderTemplates)
      .set({ ...input, version: version + 1 })
      .where(eq(folderTemplates.id, id));
    const right = input.right === before.right ? '' : `: ${accessInWords(input.right, null)}, before that ${accessInWords(before.right, null)}`;
    await this.say(work, `changed the folder ${before.name}${right}`, templateShown(before), input);
  }

  async retire(work: Work, id: string): Promise<void> {
    const before = await this.template(work, id);
    await work.tx.update(folderTemplates).set({ isRetired: true }).where(eq(folderTemplates.id, id));
    await this.say(work, `removed the folder ${before.name} from those that clients get`, templateShown(before));
  }

  async order(work: Work, ids: string[]): Promise<void> {
    const known = await this.templates(work);
    if (known.length !== ids.length || known.some((one) => !ids.includes(one.id)))
      throw Problem.refused('order-incomplete', 'A folder was added or removed meanwhile. Look at the list again, then order it.');
    for (const [position, id] of ids.entries()) await work.tx.update(folderTemplates).set({ position }).where(eq(folderTemplates.id, id));
    await this.say(work, 'put the folders into another order');
  }

  /** What of a client's folders is its own. */
  private async ownOf(work: Work, clientId: string): Promise<Folder[]> {
    return work.tx
      .select()
      .from(clientFolders)
      .where(and(eq(clientFolders.firmId, work.firm.id), eq(clientFolders.clientId, clientId)))
      .orderBy(asc(clientFolders.name), asc(clientFolders.id));
  }

  /** The folders of a client: the firm's in their order, then its own. One that clients no longer get stays as long as something lies in it. */
  async ofClient(work: Work, clientId: string): Promise<FoldersOfClient> {
    const client = await this.clients.get(work, clientId);
    const own = await this.ownOf(work, clientId);
    const people = (await this.contacts.of(work, clientId)).map(({ id, name }) => ({ id, name }));
    const counted = await work.tx
      .select({ folderId: documents.folderId, count: count() })
      .from(documents)
      .where(and(eq(documents.clientId, clientId), sql`${documents.takenOutAt} is null`))
      .groupBy(documents.folderId);
    const lyingIn = (id: string | null | undefined) => (id === undefined ? 0 : (counted.find((one) => one.folderId === id)?.count ?? 0));
    const all = await work.tx
      .select()
      .from(folderTemplates)
      .where(eq(folderTemplates.firmId, work.firm.id))
      .orderBy(asc(folderTemplates.position), asc(folderTemplates.id));
    const ofFirm = all
      .map((template) => ({ template, folder: own.find((one) => one.templateId === template.id) ?? null }))
      .filter(({ template, folder }) => (!template.isRetired && hasFolder(template, client.legalForm)) || lyingIn(folder?.id) > 0);
    const shown = [...ofFirm, ...own.filter((one) => one.templateId === null).map((folder) => ({ template: null, folder }))];
    return {
      folders: shown.map(({ template, folder }) => folderShown(template, folder, people, lyingIn(folder?.id))),
      outside: lyingIn(null),
      people,
    };
  }

  private async viewOf(work: Work, folderId: string): Promise<FolderView | null> {
    const [found] = await work.tx.select().from(clientFolders).where(eq(clientFolders.id, folderId));
    if (!found) return null;
    return (await this.ofClient(work, found.clientId)).folders.find((one) => one.id === folderId) ?? null;
  }

  /**
   * A client's folder, by its own id or by that of the firm's, to put something into.
   * @throws Problem where the client has no such folder
   */
  async into(work: Work, clientId: string, id: string): Promise<string> {
    const own = (await this.ownOf(work, clientId)).find((one) => one.id === id || one.templateId === id);
    if (own) return own.id;
    const [template] = await work.tx
      .select()
      .from(folderTemplates)
      .where(and(eq(folderTemplates.id, id), eq(folderTemplates.firmId, work.firm.id)));
    if (!template || template.isRetired || !hasFolder(template, (await this.clients.get(work, clientId)).legalForm)) throw noFolder();
    return this.begin(work, clientId, template.id);
  }

  /** A record of a client's own of one of the firm's folders; two who begin it at once begin the same. */
  private async begin(work: Work, clientId: string, templateId: string): Promise<string> {
    const [begun] = await work.tx
      .insert(clientFolders)
      .values({ firmId: work.firm.id, clientId, templateId })
      .onConflictDoUpdate({ target: [clientFolders.clientId, clientFolders.templateId], set: { templateId } })
      .returning({ id: clientFolders.id });
    return begun!.id;
  }

  /** The folder that takes what comes from there; null where none does. */
  async takes(work: Work, { clientId, origin, serviceId }: { clientId: string; origin: Origin; serviceId: string | null }): Promise<string | null> {
    const templates = await this.templates(work);
    if (templates.length === 0) return null;
    const { legalForm } = await this.clients.get(work, clientId);
    const found = folderFor(templates, { form: legalForm, origin, serviceId });
    return found === null ? null : this.into(work, clientId, found.id);
  }

  /** Who sees what lies in a folder, and what it is called; null stands for outside all folders. */
  async access(work: Work, folderId: string | null): Promise<FolderAccess & { name: string; byYear: boolean; said: string }> {
    const [found] =
      folderId === null
        ? []
        : await work.tx
            .select({ folder: clientFolders, template: folderTemplates })
            .from(clientFolders)
            .leftJoin(folderTemplates, eq(folderTemplates.id, clientFolders.templateId))
            .where(eq(clientFolders.id, folderId));
    if (!found) return { ...OUTSIDE_FOLDERS, name: 'no folder', byYear: false, said: accessInWords(OUTSIDE_FOLDERS.right, null) };
    const { folder, template } = found;
    const people = folder.onlyFor === null ? [] : await this.contacts.of(work, folder.clientId);
    const { right, name, byYear, access } = folderShown(template, folder, people, 0);
    return { right, onlyFor: folder.onlyFor, name, byYear, said: access };
  }

  /** Says which of those who are to sign or approve a document cannot see it where it lies; nothing where all can. */
  async unseen(work: Work, document: typeof documents.$inferSelect, people: Contact[], to: 'sign' | 'approve'): Promise<string[]> {
    const folder = await this.access(work, document.folderId);
    const unable = whoCannotRead(folder, people).map((one) => one.name);
    if (unable.length === 0) return [];
    const place = document.folderId === null ? 'lies in no folder' : `lies in ${folder.name}`;
    return [`${titleOf(document)} ${place}: ${folder.said}. ${unable.join(', ')} will read it to ${to} it, and cannot find it there afterwards.`];
  }

  /** A folder of this client alone. */
  async addToClient(work: Work, clientId: string, { name, right = 'firm only', onlyFor = null }: KeepFolder): Promise<string> {
    await this.clients.standing(work, clientId);
    if (name === undefined) throw Problem.invalid([{ field: 'name', message: 'Give the folder a name.' }]);
    await this.mustBeFreeAt(work, clientId, name, null);
    await this.mustBePeople(work, clientId, onlyFor);
    const [added] = await work.tx
      .insert(clientFolders)
      .values({ firmId: work.firm.id, clientId, name, right: right ?? 'firm only', onlyFor })
      .returning({ id: clientFolders.id });
    await this.say(work, `added the folder ${name}`, null, { name, right, onlyFor }, clientId);
    return added!.id;
  }

  /** Changes who sees a folder of a client, or its name where it is this client's alone. */
  async changeOfClient(work: Work, clientId: string, id: string, { version, ...given }: ChangeFolder): Promise<void> {
    await this.clients.standing(work, clientId);
    const folderId = await this.into(work, clientId, id);
    const [before] = await work.tx.select().from(clientFolders).where(eq(clientFolders.id, folderId)).for('update');
    if (!before) throw Problem.notFound('folder');
    if (before.version !== (version ?? 1)) throw Problem.stale('folder of a client', folderId);
    if (before.templateId !== null && given.name !== undefined)
      throw Problem.invalid([{ field: 'name', message: 'This folder is the firm’s: its name is changed there.' }]);
    if (before.templateId === null && given.right === null) throw Problem.invalid([{ field: 'right', message: 'Choose who sees it.' }]);
    if (given.name !== undefined) await this.mustBeFreeAt(work, clientId, given.name, folderId);
    if (given.onlyFor) await this.mustBePeople(work, clientId, given.onlyFor);
    const was = await this.access(work, folderId);
    await work.tx
      .update(clientFolders)
      .set({ ...given, version: before.version + 1 })
      .where(eq(clientFolders.id, folderId));
    const now = await this.access(work, folderId);
    await this.say(work, `changed the folder ${was.name}: ${now.said}`, { name: was.name, access: was.said }, { name: now.name, access: now.said }, clientId);
  }

  private async mustBeFreeAt(work: Work, clientId: string, name: string, but: string | null): Promise<void> {
    const { folders } = await this.ofClient(work, clientId);
    if (folders.some((one) => one.id !== but && one.name.toLowerCase() === name.toLowerCase()))
      throw Problem.invalid([{ field: 'name', message: `There is a folder ${name} already.` }]);
  }

  private async mustBePeople(work: Work, clientId: string, ids: string[] | null): Promise<void> {
    if (ids === null) return;
    const people = await this.contacts.of(work, clientId);
    if (ids.some((id) => !people.some((one) => one.id === id))) throw Problem.invalid([{ field: 'onlyFor', message: 'Choose people of this client.' }]);
  }

  private async say(work: Work, what: string, before: unknown = null, after: unknown = null, clientId: string | null = null): Promise<void> {
    await this.events.record(work, FoldersChanged, { what, before, after, clientId, payload: {} });
  }
}

const templateShown = ({ id, version, name, right, forms, byYear, takes, services }: Template): FolderTemplateView => ({
  id,
  version,
  name,
  right,
  forms,
  byYear,
  takes,
  services,
});

function folderShown(template: Template | null, folder: Folder | null, people: readonly { id: string; name: string }[], lying: number): FolderView {
  const right = folder?.right ?? template?.right ?? 'firm only';
  const onlyFor = folder?.onlyFor ? people.filter(({ id }) => folder.onlyFor!.includes(id)).map(({ id, name }) => ({ id, name })) : null;
  return {
    id: folder?.id ?? template!.id,
    version: folder?.version ?? null,
    own: template === null,
    name: folder?.name ?? template!.name,
    byYear: template?.byYear ?? false,
    right,
    usualRight: template?.right ?? null,
    onlyFor,
    access: accessInWords(right, onlyFor?.map(({ name }) => name) ?? null),
    documents: lying,
  };
}
