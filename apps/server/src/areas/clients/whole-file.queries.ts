import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { detailInWords } from '@steady/core/details';
import { rows } from '../../platform/database';
import type { Cell } from '../../platform/files';
import { readBy } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { happened } from '../../platform/events';
import { type CardOf, cardsText } from './cards';
import { ClientQueries } from './clients.queries';
import { ClientsService } from './clients.service';

/** What clients bring to a client's whole file: facts, people, notes, what happened. */
@Injectable()
export class ClientWholeFile {
  constructor(
    private readonly clients: ClientQueries,
    private readonly book: ClientsService,
  ) {}

  /** What clients bring to a whole file: facts, people, notes, history. */
  async parts(work: Work, { id, name, fees }: FileOf): Promise<ZipEntry[]> {
    const details = await this.clients.details(work);
    const { contacts, notes: _first, details: values, unpaid, wip, ...facts } = await this.clients.view(work, id);
    const known = {
      ...facts,
      ...(fees ? { unpaid, wip } : {}),
      details: Object.fromEntries(
        details.filter((detail) => values[detail.id] !== undefined).map((detail) => [detail.name, detailInWords(detail.kind, values[detail.id])]),
      ),
      contacts,
    };
    const { rows: notes } = await this.clients.notes(work, id, null, null);
    return [
      { name: 'client.json', text: `${JSON.stringify(known, null, 2)}\n` },
      { name: 'contacts.vcf', text: cardsText(await this.people(work, id, name)) },
      ...table(
        'notes',
        notes.map((note) => ({
          at: note.at,
          by: note.byName,
          kind: note.kind,
          text: note.text,
          pinned: note.pinned ? 'yes' : 'no',
          'done at': note.doneAt,
          'done by': note.doneBy,
        })),
      ),
      ...table('history', await this.history(work, id)),
    ];
  }

  private people(work: Work, clientId: string, organisation: string): Promise<CardOf[]> {
    return rows<CardOf>(
      work.tx,
      sql`
        select p.name, p.email, p.phone, p.mobile, l.role, p.address, ${organisation}::text as organisation
        from client_contacts l join contacts p on p.id = l.contact_id
        where l.client_id = ${clientId} order by l.position`,
    );
  }

  private async history(work: Work, clientId: string): Promise<Record<string, Cell>[]> {
    const found = await happened(work, { clientIds: [clientId, ...(await this.book.mergedInto(work, clientId))], oldestFirst: true });
    return found.map(({ at, who, kind, what, aboutFees }) => ({ at, who, kind, what: readBy(work.actor, what, aboutFees) }));
  }
}
