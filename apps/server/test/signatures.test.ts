import { strFromU8 } from 'fflate';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ContactView } from '@steady/contract/contacts';
import type { JobView } from '@steady/contract/jobs';
import type { SendPreview } from '@steady/contract/requests';
import type { TodayView } from '@steady/contract/today';
import type { PortalSignaturePart, SignaturePart } from '@steady/contract/signatures';
import { aPdf } from './a-pdf';
import { type TestApp, DUNMARRA, asksOf, insidePortal, key, portalAsks, startTestApp, unzipped } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const made = async (answer: request.Test) => ((await answer.expect(201)).body as { id: string }).id;
const job = async (id: string) => (await manager().get(`/api/jobs/${id}`).expect(200)).body as JobView;
const given = (id: string) => asksOf<SignaturePart>(manager(), id, 'signature');
const PDF = aPdf('the accounts of the year');

let procedureId: string;
let count = 0;

/** A job that waits for a signature in its first phase, of a client with two directors and their secretary. */
async function begun(more: Partial<typeof DUNMARRA> = {}) {
  count += 1;
  procedureId ??= await made(
    manager()
      .post('/api/procedures')
      .send({
        name: 'Signed accounts',
        definition: {
          phases: [
            { key: 'sign', name: 'Directors sign', completion: 'signed', tasks: [] },
            { key: 'file', name: 'File', tasks: [{ key: 'file', name: 'File', role: 'preparer', estimate: 10 }] },
          ],
        },
      }),
  );
  const name = `Signing ${count} Ltd`;
  const email = (who: string) => `${who}${count}@signing.example`;
  const contact = { name: 'Bríd Foley', email: email('brid'), role: 'director' };
  const clientId = await made(
    manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, name, contact, preparerId: test.firm.members.preparer, ...more }),
  );
  const person = (who: string, says: object) =>
    made(
      manager()
        .post(`/api/clients/${clientId}/contacts`)
        .send({ name: who, email: email(who.split(' ')[0]!.toLowerCase()), ...says }),
    );
  const conal = await person('Conal Foley', { signs: true });
  const secretary = await person('Una Byrne', { signs: false });
  const brid = ((await manager().get(`/api/clients/${clientId}`).expect(200)).body as { contacts: ContactView[] }).contacts[0]!.id;
  const jobId = await made(manager().post('/api/jobs').send({ clientId, procedureId, name: 'Accounts 2025', startOn: '2026-03-11', dueOn: '2026-03-31' }));
  const documentId = await made(manager().post(`/api/jobs/${jobId}/documents`).attach('file', PDF, 'accounts.pdf'));
  return { clientId, jobId, documentId, brid, conal, secretary };
}

const asked = (of: Awaited<ReturnType<typeof begun>>, signerIds: string[]) => ({
  documentId: of.documentId,
  title: 'Accounts 2025',
  signerIds,
  dueOn: '2026-03-20',
});
const give = (of: Awaited<ReturnType<typeof begun>>, signerIds: string[]) =>
  made(manager().post(`/api/jobs/${of.jobId}/signatures`).set(key()).send(asked(of, signerIds)));

/** The portal of a person, and what they are asked to sign there. */
async function inside(name: string) {
  const browser = await insidePortal(test, name);
  return { browser, list: () => portalAsks<PortalSignaturePart>(browser, 'signature') };
}

describe('a document given for signature', () => {
  it('goes to one signer after the other, is signed in the portal, and moves the job on', async () => {
    const of = await begun();
    expect((await job(of.jobId)).phases[0]).toMatchObject({ stands: 'current', wants: 'a document has to be given for signature' });
    const preview = (
      await manager()
        .post(`/api/jobs/${of.jobId}/signatures/preview`)
        .send(asked(of, [of.brid, of.conal]))
        .expect(200)
    ).body as SendPreview;
    expect(preview.messages.map((message) => message.to)).toEqual(['Bríd Foley']);
    await give(of, [of.brid, of.conal]);
    expect(await job(of.jobId)).toMatchObject({
      waitingFor: 'the signature of Bríd Foley',
      phases: [{ stands: 'current', wants: null, asksOpen: 1 }, {}],
    });

    const brid = await inside('Bríd Foley');
    const [hers] = await brid.list();
    expect(hers).toMatchObject({ title: 'Accounts 2025', stands: 'wanted', part: { documentName: 'accounts.pdf' }, doneBefore: [] });
    const read = await brid.browser.get(`/api/portal/signatures/${hers!.partyId}/document`).expect(200);
    expect(read.headers['content-disposition']).toContain('attachment');
    expect((read.body as Buffer).equals(PDF)).toBe(true);
    const sign = (body: object) => brid.browser.post(`/api/portal/signatures/${hers!.partyId}/sign`).send(body);
    await sign({ signedAs: ' ', agreed: true }).expect(422);
    await sign({ signedAs: 'Bríd Foley', agreed: false }).expect(422);
    await sign({ signedAs: 'Bríd Foley', agreed: true }).expect(204);
    await sign({ signedAs: 'Bríd Foley', agreed: true }).expect(409);
    expect((await job(of.jobId)).phases[0]!.stands).toBe('current');

    const conal = await inside('Conal Foley');
    const told = (await test.letters()).find((one) => one.to === 'Conal Foley' && one.subject.includes('for your signature'))!;
    expect(told.body).toContain('manager of Marram & Tern of Marram & Tern asks you to read and sign');
    const [his] = await conal.list();
    expect(his!.doneBefore).toEqual(['Bríd Foley']);
    await conal.browser.post(`/api/portal/signatures/${his!.partyId}/sign`).send({ signedAs: 'C. Foley', agreed: true }).expect(204);
    expect(await given(of.jobId)).toMatchObject([
      {
        state: 'done',
        parties: [{ name: 'Bríd Foley', state: 'done' }, { state: 'done' }],
        part: {
          signings: expect.arrayContaining([expect.objectContaining({ signedAs: 'Bríd Foley' }), expect.objectContaining({ signedAs: 'C. Foley' })]) as object,
        },
      },
    ]);
    expect(await job(of.jobId)).toMatchObject({ waitingFor: null, phases: [{ stands: 'done' }, { stands: 'current' }] });
    const { body: history } = await manager().get(`/api/history?job=${of.jobId}`).expect(200);
    expect((history as { what: string }[]).map((line) => line.what)).toContain('moved the job from Directors sign to File: everything is signed');
  });

  it('given ahead of the phase that wants it counts there, ticks what stands for giving it, and holds nothing up before', async () => {
    const of = await begun();
    const definition = {
      phases: [
        { key: 'draft', name: 'Draft', tasks: [{ key: 'draft', name: 'Draft', role: 'preparer', estimate: 10 }] },
        {
          key: 'sign',
          name: 'Sign',
          completion: 'signed',
          tasks: [{ key: 'give', name: 'Give it', role: 'preparer', estimate: 5, doneBy: 'given for signature' }],
        },
      ],
    };
    const ahead = await made(manager().post('/api/procedures').send({ name: 'Signed ahead', definition }));
    const jobId = await made(
      manager().post('/api/jobs').send({ clientId: of.clientId, procedureId: ahead, name: 'Ahead', startOn: '2026-03-11', dueOn: '2026-03-31' }),
    );
    await give({ ...of, jobId }, [of.brid]);
    const [draft, giving] = (await job(jobId)).tasks;
    expect(giving!.doneAt).not.toBeNull();
    await manager().post(`/api/tasks/${draft!.id}/tick`).send({ done: true, version: draft!.version }).expect(200);
    expect((await job(jobId)).phases).toMatchObject([{ stands: 'done' }, { stands: 'current', asksOpen: 1, wants: null }]);
    const [signer] = (await given(jobId))[0]!.parties;
    await manager().post(`/api/signers/${signer!.id}/on-paper`).send({ on: '2026-03-11' }).expect(204);
    expect((await job(jobId)).status).toBe('finished');
  });

  it('is seen by nobody but the signer whose turn it is', async () => {
    const of = await begun();
    await give(of, [of.brid, of.conal]);
    const brid = await inside('Bríd Foley');
    const [, second] = (await given(of.jobId))[0]!.parties;
    for (const path of ['document', 'sign', 'refuse']) {
      const to = `/api/portal/signatures/${second!.id}/${path}`;
      const body = path === 'sign' ? { signedAs: 'Conal Foley', agreed: true } : { reason: 'because' };
      await (path === 'document' ? brid.browser.get(to) : brid.browser.post(to).send(body)).expect(404);
    }
    await test.other.as.manager!.get(`/api/jobs/${of.jobId}/asks`).expect(200, []);
    await test.other.as.manager!.post(`/api/signers/${second!.id}/on-paper`).send({ on: '2026-03-11' }).expect(404);
  });

  it('is refused with a reason, and the phase waits until it is taken back', async () => {
    const of = await begun();
    const id = await give(of, [of.brid, of.conal]);
    const brid = await inside('Bríd Foley');
    const [hers] = await brid.list();
    await brid.browser.post(`/api/portal/signatures/${hers!.partyId}/refuse`).send({}).expect(422);
    await brid.browser.post(`/api/portal/signatures/${hers!.partyId}/refuse`).send({ reason: 'The dividend is wrong' }).expect(204);
    expect(await given(of.jobId)).toMatchObject([
      { state: 'refused', trouble: 'refused', forUs: [{ why: 'Bríd Foley: The dividend is wrong' }], parties: [{ state: 'refused' }, { turnSince: null }] },
    ]);
    await manager().post(`/api/asks/${id}/remind`).set(key()).expect(409);
    expect(await job(of.jobId)).toMatchObject({ waitingFor: null, phases: [{ stands: 'current', complete: false }, {}] });
    const { answered } = (await manager().get('/api/today').expect(200)).body as TodayView;
    expect(answered.rows.find((line) => line.jobId === of.jobId)).toMatchObject({
      what: 'Refused to sign: Accounts 2025',
      why: 'Bríd Foley: The dividend is wrong',
    });
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: 'Dividend mended' }).expect(204);
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: 'Twice' }).expect(409);
    expect(await job(of.jobId)).toMatchObject({ phases: [{ wants: 'a document has to be given for signature' }, {}] });
    await give(of, [of.brid]);
    expect(await brid.list()).toMatchObject([{ stands: 'wanted' }, { stands: 'refused' }]);
  });

  it('is signed on paper where nobody can be written to: a task stands for it, and goes with the signature', async () => {
    const of = await begun({ way: 'paper' });
    await give(of, [of.brid]);
    await test.drain();
    expect(await job(of.jobId)).toMatchObject({
      tasks: [{ name: 'File' }, { name: 'Have "Accounts 2025" signed on paper by Bríd Foley', doneAt: null, phaseKey: 'sign' }],
    });
    const [signer] = (await given(of.jobId))[0]!.parties;
    const note = (body: object) => manager().post(`/api/signers/${signer!.id}/on-paper`).send(body);
    await note({ on: '2026-03-12' }).expect(422);
    const scanId = await made(manager().post(`/api/jobs/${of.jobId}/documents`).attach('file', Buffer.from('%PDF-1.4 scan'), 'scan.pdf'));
    await note({ on: '2026-03-10', scanId }).expect(204);
    expect(await given(of.jobId)).toMatchObject([{ state: 'done', part: { signings: [{ onPaperBy: 'manager of Marram & Tern', scanId }] } }]);
    const after = await job(of.jobId);
    expect(after.tasks[1]!.doneAt).not.toBeNull();
    const files = await unzipped(manager().get(`/api/clients/${of.clientId}/whole.zip`));
    expect(strFromU8(files['signatures.csv']!)).toMatch(/Accounts 2025,accounts\.pdf,Bríd Foley,.*manager of Marram & Tern,[0-9a-f]{64}/);
    expect(after.phases.map((phase) => phase.stands)).toEqual(['done', 'current']);
  });

  it('is not given to somebody who does not sign for the client, with a document of another client, or late', async () => {
    const of = await begun();
    const other = await begun();
    const refused = async (more: object) => {
      const { body } = await manager()
        .post(`/api/jobs/${of.jobId}/signatures`)
        .set(key())
        .send({ ...asked(of, [of.brid]), ...more })
        .expect(422);
      return (body as { errors: { field: string }[] }).errors.map((error) => error.field);
    };
    expect(await refused({ signerIds: [of.secretary] })).toEqual(['signerIds']);
    expect(await refused({ signerIds: [of.brid, of.brid] })).toEqual(['signerIds']);
    expect(await refused({ signerIds: [] })).toEqual(['signerIds']);
    expect(await refused({ documentId: other.documentId })).toEqual(['documentId']);
    expect(await refused({ dueOn: '2026-03-10' })).toEqual(['dueOn']);
    const letter = await made(manager().post(`/api/jobs/${of.jobId}/documents`).attach('file', Buffer.from('Dear all'), 'letter.pdf'));
    expect(await refused({ documentId: letter })).toEqual(['documentId']);
    expect(await given(of.jobId)).toEqual([]);
  });

  it('reminds the one whose turn it is, and says so where nobody can be written to', async () => {
    const of = await begun();
    const id = await give(of, [of.brid]);
    await manager().post(`/api/asks/${id}/remind`).set(key()).expect(204);
    await test.drain();
    const letters = (await test.letters()).filter(
      (letter) => letter.subject.includes('for your signature') && letter.address === `brid${count}@signing.example`,
    );
    expect(letters).toHaveLength(2);
    const paper = await begun({ way: 'paper' });
    const { body } = await manager()
      .post(`/api/asks/${await give(paper, [paper.brid])}/remind`)
      .set(key())
      .expect(409);
    expect((body as { code: string }).code).toBe('nobody-to-write-to');
  });
});
