import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { addWorkingDays } from '@steady/core/calendar';
import { rows } from '@steady/server/platform/database/index';
import type { Work } from '@steady/server/platform/work/index';
import { sql } from 'drizzle-orm';
import { Chance } from './chance';
import type { DemoServices } from './services';

const SEED = 77_031;
/** One in so many is refused. */
const REFUSED = 0.03;

/** Documents that the demo firm gives for signature, and what becomes of them. Its chances are its own: the rest of the diary does not shift with them. */
export class Signings {
  readonly chance = new Chance(SEED);

  constructor(private readonly app: DemoServices) {}

  /** Draws up the page to be signed, files it in the job and gives it to the first two who sign for the client. */
  async give(work: Work, job: { id: string; name: string; clientId: string }): Promise<void> {
    const { phase, status } = await this.app.jobs.get(work, job.id);
    if (status !== 'open' || phase === null) return;
    const people = (await this.app.contacts.of(work, job.clientId, 'signs')).slice(0, 2);
    if (people.length === 0) return;
    const { name } = await this.app.clients.get(work, job.clientId);
    const file = await this.app.files.keepBytes(
      work.firm,
      await page([name, job.name, '', ...people.map((person) => `Signed: ______________________  ${person.name}`)]),
    );
    const documentId = await this.app.documents.file(
      work,
      { ...file, name: `${job.name.replace(/,.*/, '')} to sign.pdf` },
      { clientId: job.clientId, jobId: job.id },
    );
    await this.app.signatures.ask(work, job.id, {
      documentId,
      title: job.name,
      signerIds: people.map((person) => person.id),
      dueOn: addWorkingDays(work.today, 8, work.firm.calendar).toString(),
    });
  }

  /** Everybody signs who was asked: in the portal, or on paper where there was nobody to write to. Now and then somebody refuses. */
  async sign(work: Work, job: { id: string }): Promise<void> {
    const waiting = () =>
      rows<{ id: string; contactId: string; name: string; reached: boolean }>(
        work.tx,
        sql`select s.id, s.contact_id as "contactId", s.name, p.email is not null and c.way = 'online' as reached
            from ask_parties s join asks a on a.id = s.ask_id join contacts p on p.id = s.contact_id join clients c on c.id = a.client_id
            where a.job_id = ${job.id} and a.kind = 'signature' and a.state in ('with the client', 'with us') and s.state in ('asked', 'to be told') order by s.position`,
      );
    for (let [next] = await waiting(); next; [next] = await waiting()) {
      const { id, contactId, name, reached } = next;
      const as: Work = { ...work, actor: { kind: 'client', id: contactId, name } };
      if (!reached) await this.app.signatures.signedOnPaper(work, id, { on: work.today.toString() });
      else if (this.chance.is(REFUSED)) await this.app.signatures.refuse(as, id, 'The registered office is still the old one.');
      else await this.app.signatures.sign(as, id, { signedAs: name, agreed: true }, null);
    }
  }
}

/** One page of a few lines. */
async function page(lines: string[]): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.TimesRoman);
  const sheet = pdf.addPage([595, 842]);
  lines.forEach((line, at) => sheet.drawText(line, { x: 64, y: 760 - at * 30, size: at === 0 ? 18 : 12, font }));
  return Buffer.from(await pdf.save());
}
