import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BillPreview } from '@steady/contract/fees';
import type { Letterhead } from '@steady/contract/letterhead';
import type { ProblemDetails } from '@steady/contract/problem';
import type { TodayView } from '@steady/contract/today';
import { byItself } from '../src/platform/identity';
import { textOfPdf } from './pdf-text';
import { type TestApp, clientWithVat, draftBill, eur, jobOf, key, startTestApp } from './support';

let test: TestApp;
let jobId: string;
beforeAll(async () => {
  test = await startTestApp();
  const clientId = await clientWithVat(test);
  await test.tick();
  jobId = await jobOf(test, clientId);
});
afterAll(() => test.close());

const PAPER: Omit<Letterhead, 'version'> = {
  name: 'Marram & Tern, Accountants',
  address: 'The Old Sail Loft, Quay Lane\nPort Sallow',
  vatNumber: 'ie 9980001 a',
  iban: 'IE51 TERN 9904 6325 3550 93',
  bic: 'ternie2d',
  creditorId: 'IE54 ZZZ 990012',
  paymentDays: 30,
  terms: 'Quote the reference.',
};
const administrator = () => test.firm.as.administrator!;
const manager = () => test.firm.as.manager!;
const version = async () => ((await manager().get('/api/firm/letterhead').expect(200)).body as Letterhead).version;
const keep = async (paper: object, status = 204) =>
  administrator()
    .put('/api/firm/letterhead')
    .send({ version: await version(), ...paper })
    .expect(status);
const today = async (role: string) => (await test.firm.as[role]!.get('/api/today').expect(200)).body as TodayView;
const letters = async (number: string) => (await test.letters()).filter((letter) => letter.subject.includes(number)).length;

async function approved(): Promise<string> {
  const id = await draftBill(manager(), jobId, eur(10_000), 'Books of February');
  await manager().post(`/api/invoices/${id}/approve`).set(key()).send({ version: 1 }).expect(204);
  return id;
}
const bill = async (id: string) => ((await manager().get(`/api/invoices/${id}`).expect(200)).body as BillPreview).invoice;
async function paperOf(id: string): Promise<string> {
  const { documentId } = await bill(id);
  const { body } = await manager().get(`/api/documents/${documentId}/content`).expect(200);
  return (await textOfPdf(body as Buffer)).join(' ');
}

describe('the letterhead of the firm', () => {
  it('stands on the bills that are approved from then on; those before keep theirs', async () => {
    const before = await approved();
    await test.drain();
    await keep(PAPER);
    expect((await manager().get('/api/firm/letterhead').expect(200)).body).toEqual({
      ...PAPER,
      logo: null,
      version: expect.any(Number) as number,
      vatNumber: 'IE9980001A',
      iban: 'IE51TERN99046325355093',
      bic: 'TERNIE2D',
      creditorId: 'IE54ZZZ990012',
    });
    const after = await approved();
    await test.drain();
    expect(await bill(after)).toMatchObject({ issuedOn: '2026-03-11', dueOn: '2026-04-10' });
    const paper = await paperOf(after);
    for (const words of ['VAT number IE9980001A', 'Account IE51 TERN 9904 6325 3550 93, TERNIE2D', 'Creditor identifier IE54ZZZ990012', 'Quote the reference.'])
      expect(paper).toContain(words);
    expect(await paperOf(before)).not.toContain('IE9980001A');
  });

  it('is refused where a number cannot be right, each at its field, and nothing is kept', async () => {
    const { body } = await keep(
      {
        name: ' ',
        address: 'x',
        vatNumber: 'IE',
        iban: 'IE52TERN99046325355093',
        bic: 'TERN',
        creditorId: 'IE55ZZZ990012',
        paymentDays: 1.5,
      },
      422,
    );
    expect((body as ProblemDetails).errors!.map((one) => one.field).sort()).toEqual(['bic', 'creditorId', 'iban', 'name', 'paymentDays', 'vatNumber']);
    expect((await manager().get('/api/firm/letterhead')).body).toMatchObject({ name: PAPER.name, paymentDays: 30 });
    await manager().put('/api/firm/letterhead').send(PAPER).expect(403);
  });

  it('is told in the audit trail, with what it was', async () => {
    const { iban: _, bic: __, ...rest } = PAPER;
    await keep({ ...rest, paymentDays: 14 });
    await keep({ ...rest, paymentDays: 14 });
    const { rows } = (await administrator().get('/api/audit?kind=letterhead changed').expect(200)).body as { rows: { what: string; before: unknown }[] };
    expect(rows[0]).toMatchObject({
      what: 'changed its account number, its bank identifier code, the days in which bills are paid',
      before: { iban: 'IE51TERN99046325355093', bic: 'TERNIE2D', paymentDays: 30 },
    });
    expect(rows).toHaveLength(2);
  });

  it('of two who change it at once, the second is told, and nothing of the first is overwritten', async () => {
    const seen = await version();
    await keep({ ...PAPER, terms: 'The first.', version: seen });
    const { body } = await keep({ ...PAPER, terms: 'The second.', version: seen }, 409);
    expect(body).toMatchObject({ code: 'changed-meanwhile' });
    expect((await manager().get('/api/firm/letterhead').expect(200)).body).toMatchObject({ terms: 'The first.', version: seen + 1 });
    // Other settings of the firm go by the same version.
    await manager().put('/api/firm/closing-days').send({ days: [], version: seen }).expect(409);
    await keep(PAPER);
  });
});

/** As it is when the server was ended between approving a bill and printing it, after so many tries. */
async function unprinted(id: string, attempts: number): Promise<void> {
  await test.works.run(byItself(test.firm.id), async ({ tx }) => {
    await tx.execute(sql`update invoices set document_id = null where id = ${id}`);
    await tx.execute(sql`update outbox set done_at = null, attempts = ${attempts} where kind = 'print bill' and key = ${id}`);
  });
}

describe('the PDF of a bill', () => {
  it('gives the day of supply: when the job was finished, or else the day of issue', async () => {
    const open = await approved();
    await test.works.run(byItself(test.firm.id), ({ tx }) => tx.execute(sql`update jobs set finished_at = '2026-03-06 17:30:00+00' where id = ${jobId}`));
    const finished = await approved();
    await test.works.run(byItself(test.firm.id), ({ tx }) => tx.execute(sql`update jobs set finished_at = null where id = ${jobId}`));
    await test.drain();
    expect(await paperOf(open)).toContain('Date of issue Wed 11 Mar 2026 Date of supply Wed 11 Mar 2026');
    expect(await paperOf(finished)).toContain('Date of issue Wed 11 Mar 2026 Date of supply Fri 6 Mar 2026');
  });

  it('is made once the bill is approved, and the client is told then', async () => {
    const id = await approved();
    await test.drain();
    const { number, documentId } = await bill(id);
    expect([documentId === null, await letters(number!)]).toEqual([false, 1]);
    await manager().post(`/api/invoices/${id}/print`).set(key()).expect(409);
  });

  it('that could not be made is told on Today, to those who see fees, and made when it is tried again', async () => {
    const id = await approved();
    await test.drain();
    await unprinted(id, 6);
    await test.drain();
    const { number, documentId } = await bill(id);
    expect(documentId).toBeNull();
    expect((await today('manager')).failed.rows).toMatchObject([{ id, kind: 'bill', what: `Bill ${number}`, why: 'its PDF could not be made' }]);
    expect((await today('contractor')).failed.rows).toEqual([]);
    await manager().post(`/api/invoices/${id}/print`).set(key()).expect(204);
    await test.drain();
    expect((await today('manager')).failed.rows).toEqual([]);
    expect(await paperOf(id)).toContain(`Invoice ${number}`);
  });

  it('of a bill that was cancelled meanwhile is filed, and nobody is written to', async () => {
    const id = await approved();
    await test.drain();
    await unprinted(id, 0);
    const { number, version } = await bill(id);
    await manager().post(`/api/invoices/${id}/cancel`).set(key()).send({ reason: 'the wrong client', version }).expect(204);
    await test.drain();
    expect((await bill(id)).documentId).not.toBeNull();
    expect(await letters(number!)).toBe(1);
  });
});
