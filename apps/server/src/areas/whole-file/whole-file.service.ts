import { Injectable } from '@nestjs/common';
import { fullDate } from '@steady/core/words';
import { Events, eventKind } from '../../platform/events';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { WholeFileParts } from './whole-file-parts';
import { type ZipEntry, safeName } from './zip';

export const WholeFileTaken = eventKind<{ clientId: string }>('whole file taken', 'whole-file');

/** Everything that is known of one client, in files that other programs read. */
@Injectable()
export class WholeFileService {
  constructor(
    private readonly events: Events,
    private readonly parts: WholeFileParts,
  ) {}

  /** Gathers a client's file. Money is in it only for whoever may see fees. @returns the name of the archive and its files */
  async gather(work: Work, clientId: string): Promise<{ name: string; entries: ZipEntry[] }> {
    const fees = may(work.actor, 'see fees');
    const { client, entries } = await this.parts.gather(work, clientId, fees);
    const readMe = [
      `${client}, as ${work.firm.name} knows it on ${fullDate(work.today)}. Taken by ${work.actor.name}.`,
      '',
      'client.json     facts, details and contacts (JSON)',
      'contacts.vcf    people (vCard 4.0, RFC 6350)',
      'deadlines.ics   statutory dates (iCalendar, RFC 5545)',
      '*.csv           tables, UTF-8 with commas; money with its currency, time in minutes',
      'letters/        what was written to the client (message/rfc822)',
      'documents/      files as they were received or made; one that is not there any more, or not what it was, is named in "Missing files.txt"',
      ...(fees ? [] : ['', 'Bills, time values and WIP are not in it: whoever exported it may not see fees.']),
      '',
    ];
    await this.events.record(work, WholeFileTaken, {
      what: `exported the whole file of ${client}, ${entries.length + 1} files`,
      clientId,
      payload: { clientId },
    });
    return { name: `${safeName(client)} ${work.today.toString()}.zip`, entries: [{ name: 'Read me.txt', text: readMe.join('\r\n') }, ...entries] };
  }
}
