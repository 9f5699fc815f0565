import { asRead } from '../post';
import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { detailInWords } from '@steady/core/details';
import { fullDate } from '@steady/core/words';
import { type Cell, FileStore, csvText, daysAsCalendar } from '../../platform/files';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { may, readBy } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ClientQueries } from '../clients';
import { type CardOf, cardsText } from './cards';
import { letterAsMail } from './letter-as-mail';
import { type ZipEntry, safeName } from './zip';

export const WholeFileTaken = eventKind<{ clientId: string }>('whole file taken', 'whole-file');

/** Everything that is known of one client, in files that other programs read. */
@Injectable()
export class WholeFileService {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientQueries,
    private readonly store: FileStore,
  ) {}

  /** Gathers a client's file. Money is in it only for whoever may see fees. @returns the name of the archive and its files */
  async gather(work: Work, clientId: string): Promise<{ name: string; entries: ZipEntry[] }> {
    const client = await this.clients.view(work, clientId);
    const fees = may(work.actor, 'see fees');
    const details = await this.clients.details(work);
    const { contacts, notes: _first, details: values, unpaid, wip, ...facts } = client;
    const { rows: notes } = await this.clients.notes(work, clientId, null, null);
    const known = {
      ...facts,
      ...(fees ? { unpaid, wip } : {}),
      details: Object.fromEntries(
        details.filter((detail) => values[detail.id] !== undefined).map((detail) => [detail.name, detailInWords(detail.kind, values[detail.id])]),
      ),
      contacts,
    };
    const entries: ZipEntry[] = [
      { name: 'client.json', text: `${JSON.stringify(known, null, 2)}\n` },
      { name: 'contacts.vcf', text: cardsText(await this.people(work, clientId, client.name)) },
      { name: 'deadlines.ics', text: await this.calendar(work, clientId, client.name) },
      ...(await this.tables(work, clientId, fees)),
      ...(notes.length > 0
        ? [
            {
              name: 'notes.csv',
              text: csvText(
                ['at', 'by', 'kind', 'text', 'pinned', 'done at', 'done by'],
                notes.map((note) => [note.at, note.byName, note.kind, note.text, note.pinned ? 'yes' : 'no', note.doneAt, note.doneBy]),
              ),
            },
          ]
        : []),
      ...(await this.letters(work, clientId)),
      ...(await this.documents(work, clientId)),
    ];
    const day = work.today.toString();
    const readMe = [
      `${client.name}, as ${work.firm.name} knows it on ${fullDate(work.today)}. Taken by ${work.actor.name}.`,
      '',
      'client.json     facts, details and contacts (JSON)',
      'contacts.vcf    people (vCard 4.0, RFC 6350)',
      'deadlines.ics   statutory dates (iCalendar, RFC 5545)',
      '*.csv           tables, UTF-8 with commas; money in cents, time in minutes',
      'letters/        what was written to the client (message/rfc822)',
      'documents/      files as they were received or made; one that is not there any more, or not what it was, is named in "Missing files.txt"',
      ...(fees ? [] : ['', 'Bills, time values and WIP are not in it: whoever took it may not see fees.']),
      '',
    ];
    await this.events.record(work, WholeFileTaken, {
      what: `took the whole file of ${client.name} along, ${entries.length + 1} files`,
      clientId,
      payload: { clientId },
    });
    return { name: `${safeName(client.name)} ${day}.zip`, entries: [{ name: 'Read me.txt', text: readMe.join('\r\n') }, ...entries] };
  }

  private people(work: Work, clientId: string, organisation: string): Promise<CardOf[]> {
    return rows<CardOf>(
      work.tx,
      sql`select p.name, p.email, p.phone, p.mobile, l.role, p.address, ${organisation}::text as organisation from client_contacts l join contacts p on p.id = l.contact_id
          where l.client_id = ${clientId} order by l.position`,
    );
  }

  private async calendar(work: Work, clientId: string, client: string): Promise<string> {
    const found = await rows<{ id: string; name: string; dueOn: string; status: string; receipt: string | null }>(
      work.tx,
      sql`select id, name, due_on as "dueOn", status, receipt from obligations where client_id = ${clientId} order by due_on, id`,
    );
    return daysAsCalendar(
      `Deadlines of ${client}`,
      found.map(({ id, name, dueOn, status, receipt }) => ({
        id,
        on: dueOn,
        summary: `${name}, ${client}`,
        description: receipt ? `${status}, receipt ${receipt}` : status,
      })),
      work.now,
    );
  }

  private async tables(work: Work, clientId: string, fees: boolean): Promise<ZipEntry[]> {
    const of: Record<string, SQL> = {
      'service lines': sql`select l.name, s.name as service, l.rhythm, ${fees ? sql`l.fee::float8 as fee,` : sql``} l.starts_on as "starts on", l.ends_on as "ends on", l.end_reason as "why it ended" from service_lines l join services s on s.id = l.service_id where l.client_id = ${clientId} order by l.name, l.id`,
      deadlines: sql`select name, period_start as "period from", period_end as "period to", due_on as "due on", target_on as "our target", status, receipt, filed_at as "filed at" from obligations where client_id = ${clientId} order by due_on, id`,
      jobs: sql`select number, name, status, start_on as "starts on", target_on as "target", due_on as "due on", finished_at as "finished at", hold_reason as "on hold because" ${fees ? sql`, fee::float8 as fee` : sql``} from jobs where client_id = ${clientId} order by number`,
      tasks: sql`select j.number as job, t.name, m.name as "done by whom", t.estimate as "estimate, minutes", t.start_on as "starts on", t.due_on as "due on", t.done_at as "done at", t.done_by as "ticked by" from tasks t join jobs j on j.id = t.job_id left join members m on m.id = t.assignee_id where j.client_id = ${clientId} order by j.number, t.position`,
      asks: sql`
        select j.number as job, a.kind, a.title, a.state, a.state_since as "since", a.wanted_by as "wanted by", a.asked_at as "asked at", a.asked_by as "asked by", a.reason,
          p.name as "asked of", p.state as "their state", p.turn_since as "their turn since", p.done_at as "done at", p.reason as "refused because"
        from asks a join ask_parties p on p.ask_id = a.id left join jobs j on j.id = a.job_id
        where a.client_id = ${clientId} order by a.asked_at, a.id, p.position`,
      signatures: sql`
        select j.number as job, a.title, d.name as document, p.name as signer, s.signed_at as "signed at", s.signed_as as "signed as", s.signed_from as "signed from",
          s.on_paper_by as "noted as signed on paper by", s.sha256
        from signings s join ask_parties p on p.id = s.party_id join asks a on a.id = p.ask_id join signature_documents k on k.ask_id = a.id join documents d on d.id = k.document_id left join jobs j on j.id = a.job_id
        where a.client_id = ${clientId} order by a.asked_at, a.id, p.position`,
      'requested items': sql`
        select j.number as job, a.title as request, i.name as item, i.state, i.state_since as "since", i.sent_back_reason as "sent back because"
        from request_items i join asks a on a.id = i.ask_id left join jobs j on j.id = a.job_id where a.client_id = ${clientId} order by a.asked_at, i.position`,
      answers: sql`
        select a.title as request, i.name as item, r.at, r.by, r.kind, r.text, d.name as document
        from request_answers r join request_items i on i.id = r.item_id join asks a on a.id = i.ask_id left join documents d on d.id = r.document_id
        where a.client_id = ${clientId} order by r.at, r.id`,
      time: sql`select e.on_day as day, m.name as who, j.number as job, t.name as task, e.minutes, e.note ${fees ? sql`, e.rate, e.value::float8 as value` : sql``} from time_entries e join jobs j on j.id = e.job_id join members m on m.id = e.member_id left join tasks t on t.id = e.task_id where e.client_id = ${clientId} order by e.on_day, e.id`,
      ...(fees
        ? {
            expenses: sql`select e.on_day as day, m.name as who, j.number as job, e.what, e.amount::float8 as amount from expenses e join jobs j on j.id = e.job_id join members m on m.id = e.member_id where e.client_id = ${clientId} order by e.on_day, e.id`,
            bills: sql`select i.number, i.status, i.wording, i.net::float8 as net, i.vat::float8 as vat, i.gross::float8 as gross, i.issued_on as "issued on", i.due_on as "due on", i.cancel_reason as "cancelled because" from invoices i where i.client_id = ${clientId} order by i.number, i.id`,
            payments: sql`select i.number as bill, p.amount::float8 as amount, p.at from payments p join invoices i on i.id = p.invoice_id where i.client_id = ${clientId} order by p.at, p.id`,
            'wip ledger': sql`select w.on_day as day, j.number as job, w.kind, w.amount::float8 as amount, w.what, w.by from wip_postings w join jobs j on j.id = w.job_id where j.client_id = ${clientId} order by w.seq`,
          }
        : {}),
      history: sql`select e.at, e.actor_name as who, e.kind, e.what, e.about_fees from events e where e.client_id in (select h.id from clients h where h.id = ${clientId} or h.merged_into = ${clientId}) order by e.seq`,
    };
    const files: ZipEntry[] = [];
    for (const [name, query] of Object.entries(of)) {
      const found = (await rows<Record<string, Cell>>(work.tx, query)).map(({ about_fees: aboutFees, ...row }) => ({
        ...row,
        ...(aboutFees ? { what: readBy(work.actor, String(row.what), true) } : {}),
      }));
      if (found.length > 0)
        files.push({
          name: `${name}.csv`,
          text: csvText(
            Object.keys(found[0]!),
            found.map((row) => Object.values(row)),
          ),
        });
    }
    return files;
  }

  private async letters(work: Work, clientId: string): Promise<ZipEntry[]> {
    const found = await rows<{ id: string; at: string; to: string; address: string; subject: string; body: string; aboutFees: boolean }>(
      work.tx,
      sql`select id, at, to_name as "to", address, subject, body, about_fees as "aboutFees" from messages where client_id = ${clientId} order by at, id`,
    );
    return Promise.all(
      found
        .map((message) => asRead(work, message))
        .map(async (message) => ({
          name: `letters/${message.at.slice(0, 10)} ${safeName(message.subject)}.eml`,
          text: await letterAsMail(work.firm.name, message),
        })),
    );
  }

  private async documents(work: Work, clientId: string): Promise<ZipEntry[]> {
    const found = await rows<{ name: string; address: string; at: string }>(
      work.tx,
      sql`select name, address, at from documents where client_id = ${clientId} order by at, id`,
    );
    return found.map(({ name, address, at }) => ({
      name: `documents/${at.slice(0, 10)} ${safeName(name)}`,
      stream: () => this.store.readIfSound(work.firm, address),
    }));
  }
}
