import { Injectable } from '@nestjs/common';
import { type FolderAccess, mayAdd, mayRead, titleOf } from '@steady/core/documents';
import type { FolderView, PortalFolder, PortalPapers } from '@steady/contract/documents';
import { sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ContactsService } from '../clients';
import { type Document, DocumentsService } from './documents.service';
import { FoldersService } from './folders.service';

/** As many of a folder are listed, the newest; older ones can be asked for. */
const LISTED = 200;

const accessOf = ({ right, onlyFor }: FolderView): FolderAccess => ({ right, onlyFor: onlyFor && onlyFor.map(({ id }) => id) });
const notTheirs = () => Problem.notFound('document');

/** What one of a client's people may read and add to, by the rights of folders. */
@Injectable()
export class DocumentsOfPortal {
  constructor(
    private readonly folders: FoldersService,
    private readonly documents: DocumentsService,
    private readonly contacts: ContactsService,
  ) {}

  /** Bills are for whoever pays; a person of the firm who may not see fees sees none through a client's eyes either. */
  private async seesBills(work: Work, clientId: string): Promise<boolean> {
    const { actor } = work;
    if (actor.kind !== 'client' || (actor.looker && !may(actor.looker, 'see fees'))) return false;
    return this.contacts.hasPermission(work, actor.id, clientId, 'pays');
  }

  async list(work: Work): Promise<PortalPapers[]> {
    const contactId = work.actor.id!;
    const found: PortalPapers[] = [];
    for (const { id: clientId, name: client } of await this.contacts.actsFor(work, contactId)) {
      const all = (await this.folders.ofClient(work, clientId)).folders.filter((one) => mayRead(accessOf(one), contactId));
      if (all.length === 0) continue;
      const bills = await this.seesBills(work, clientId);
      const folders: PortalFolder[] = [];
      for (const folder of all) {
        const adds = mayAdd(accessOf(folder), contactId);
        const documents = await this.inFolder(work, clientId, folder, bills);
        if (adds || documents.length > 0) folders.push({ id: folder.id, name: folder.name, adds, documents });
      }
      if (folders.length > 0) found.push({ clientId, client, folders });
    }
    return found;
  }

  private async inFolder(work: Work, clientId: string, { id, byYear }: FolderView, bills: boolean): Promise<PortalFolder['documents']> {
    const lie = await rows<{ id: string; name: string; what: string | null; year: number; at: string; bytes: number }>(
      work.tx,
      sql`select d.id, d.name, d.what, d.year, d.at, d.bytes::float8 as bytes from documents d
          where d.firm_id = ${work.firm.id} and d.client_id = ${clientId} and d.folder_id = ${id} and d.taken_out_at is null
            ${bills ? sql`` : sql`and not d.about_fees`} order by d.at desc, d.id desc limit ${LISTED}`,
    );
    return lie.map(({ name, what, year, ...one }) => ({ ...one, title: titleOf({ name, what }), year: byYear ? year : null }));
  }

  /** A document that whoever is in may read. @throws Problem "not-found" for any other */
  async readable(work: Work, documentId: string): Promise<Document> {
    const document = await this.documents.get(work, documentId);
    const theirs = (await this.contacts.clientsOf(work, work.actor.id!)).includes(document.clientId);
    if (!theirs || document.takenOutAt !== null || !mayRead(await this.folders.access(work, document.folderId), work.actor.id!)) throw notTheirs();
    if (document.aboutFees && !(await this.seesBills(work, document.clientId))) throw notTheirs();
    return document;
  }

  /** @throws Problem "not-found" where whoever is in may not add to this folder of this client */
  async mustAdd(work: Work, clientId: string, folderId: string): Promise<void> {
    const theirs = (await this.contacts.clientsOf(work, work.actor.id!)).includes(clientId);
    const folder = theirs ? (await this.folders.ofClient(work, clientId)).folders.find(({ id }) => id === folderId) : undefined;
    if (!folder || !mayAdd(accessOf(folder), work.actor.id!)) throw Problem.notFound('folder');
  }
}
