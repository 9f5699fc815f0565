import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { addWorkingDays } from '@steady/core/calendar';
import type { Mark } from '@steady/core/signing';
import { rows } from '@steady/server/platform/database/index';
import type { Work } from '@steady/server/platform/work/index';
import { sql } from 'drizzle-orm';
import { Chance } from './chance';
import type { DemoServices } from './services';
import { type ToSign, accountsToSign, letterToSign, returnToSign } from './to-sign';

const SEED = 77_031;
/** One in so many is refused. */
const REFUSED = 0.03;
/** So many draw their name. */
const DRAWN = 0.4;

/** Documents that the demo firm gives for signature, and what becomes of them. Its chances are its own: the rest of the diary does not shift with them. */
export class Signings {
  readonly chance = new Chance(SEED);

  constructor(private readonly app: DemoServices) {}

  /**
   * Draws up the document to be signed, files it in the job and gives it to the first two who sign for the client.
   * @param isOfLate it is drawn up as it would be today, and signed in fields on its pages; what is long past is one page, signed as a whole
   * @param ours of the firm, who signs after them
   * @returns the id of the ask; null where nobody signs, or the job is over
   */
  async give(
    work: Work,
    job: { id: string; name: string; clientId: string },
    isOfLate: boolean,
    isLetter = false,
    ours: string | null = null,
  ): Promise<string | null> {
    const { phase, status } = await this.app.jobs.get(work, job.id);
    if (status !== 'open' || phase === null) return null;
    const people = (await this.app.contacts.of(work, job.clientId, 'signs')).slice(0, 2);
    if (people.length === 0) return null;
    const { name } = await this.app.clients.get(work, job.clientId);
    const names = people.map((person) => person.name);
    const of = job.name.replace(/,.*/, '');
    const year = work.today.year - 1;
    const what = !isOfLate ? 'Page' : isLetter ? 'Letter' : /^accounts/i.test(job.name) ? 'Accounts' : 'Return';
    const draw: Record<typeof what, () => Promise<ToSign>> = {
      Page: async () => ({ file: await page([name, job.name, '', ...names.map((one) => `Signed: ______________________  ${one}`)]), fields: [] }),
      Letter: () => letterToSign(name, work.firm.name, names),
      Accounts: () => accountsToSign(name, year, names),
      Return: () => returnToSign(name, job.name, names),
    };
    const drawn = await draw[what]();
    const kind = kindName(what, names.length);
    const kept = (await this.app.signingKinds.list(work)).find((one) => one.name === kind);
    const documentId = await this.app.documents.file(
      work,
      { ...(await this.app.files.keepBytes(work.firm, drawn.file)), name: isLetter ? 'Letter of engagement.pdf' : `${of} to sign.pdf` },
      { clientId: job.clientId, jobId: job.id },
    );
    return this.app.signatures.ask(
      work,
      { clientId: job.clientId, jobId: job.id },
      {
        documentId,
        title: isLetter ? 'Letter of engagement' : job.name,
        signerIds: [...people.map((person) => person.id), ...(ours === null ? [] : [ours])],
        ...(kept ? { kindId: kept.id } : {}),
        ...(kept?.words ? { words: kept.words } : {}),
        ...(kept?.terms ? { terms: kept.terms } : {}),
        ...(kept?.evidence.byText ? { codes: people.map(({ id, mobile }) => ({ contactId: id, number: mobile ?? '085 555 0142' })) } : {}),
        // Whoever signs first has less time, so that the other has some left.
        ...(people.length > 1 ? { days: [{ contactId: people[0]!.id, by: addWorkingDays(work.today, 4, work.firm.calendar).toString() }] } : {}),
        dueOn: addWorkingDays(work.today, 8, work.firm.calendar).toString(),
        ...(drawn.fields.length === 0 ? {} : { fields: drawn.fields, ...(kept && kept.fields.length > 0 ? {} : { keepPlacesAs: kind }) }),
      },
    );
  }

  /** One of the client's people signs in the portal: with their name typed or drawn, and every field filled in. */
  async signInPortal(work: Work, partyId: string, name: string): Promise<void> {
    const { fields } = await this.app.signatures.fieldsFor(work, partyId);
    const mark: Mark | undefined = this.chance.is(DRAWN) ? { way: 'drawn', strokes: this.scribble(name) } : undefined;
    const [{ termsId } = { termsId: null }] = await rows<{ termsId: string | null }>(
      work.tx,
      sql`select d.terms_id as "termsId" from signature_documents d join ask_parties p on p.ask_id = d.ask_id where p.id = ${partyId}`,
    );
    const filled = Object.fromEntries(fields.map(({ id, kind }) => [id, kind === 'text' ? 'Port Sallow' : true]));
    await this.app.signatures.sign(
      work,
      partyId,
      { signedAs: name, agreed: true, ...(mark ? { mark } : {}), ...(termsId === null ? {} : { termsId }), fields: filled },
      null,
    );
  }

  /** A name as a pen leaves it: a wave for each part of it, no two alike. */
  private scribble(name: string): number[][] {
    let x = 20;
    return name.split(' ').map((part) => {
      const stroke: number[] = [];
      for (const [at] of [...part].entries()) {
        const high = at === 0 ? 20 : this.chance.between(60, 90);
        for (const y of [130, high, this.chance.between(120, 150)]) {
          stroke.push(Math.min(x, 600), y);
          x += this.chance.between(7, 13);
        }
      }
      x += 14;
      return stroke;
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
      else await this.signInPortal(as, id, name);
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

/** What a kind of document is called in the demo firm. */
export const kindName = (what: string, signers: number): string => `${what === 'Letter' ? 'Letter of engagement' : what}${signers === 1 ? '' : ', two sign'}`;
