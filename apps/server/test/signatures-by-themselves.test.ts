import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Procedure } from '@steady/core/procedures';
import { type Evidence, NO_EVIDENCE } from '@steady/core/signing';
import type { AskView } from '@steady/contract/asks';
import type { DocumentView } from '@steady/contract/documents';
import type { MovePreview } from '@steady/contract/moves';
import type { ManyAsked, SendPreview } from '@steady/contract/requests';
import type { SignaturePart } from '@steady/contract/signatures';
import { aPdf } from './a-pdf';
import { atSigning } from './at-signing';
import { atWork, problemOf, task } from './at-work';
import { type TestApp, asksOf, key, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, of, here, filed, input, give, standing, sign, begun, client } = atSigning(() => t);
const { job, move } = atWork(() => t);

const kindOf = async ({ letter = true, words, ...evidence }: Partial<Evidence> & { letter?: boolean; words?: string } = {}) => {
  const kind = { name: `Engagement ${of.count}`, words, evidence: { ...NO_EVIDENCE, ...evidence }, recordFirst: false, holdsFiling: false, mayHandOn: false };
  const { id } = (await manager().post('/api/signing-kinds').set(key()).send(kind).expect(201)).body as { id: string };
  if (letter) await manager().post(`/api/signing-kinds/${id}/letter`).attach('file', aPdf('our terms'), 'engagement.pdf').expect(204);
  return id;
};
/** One more, of which no procedure knows. */
const anotherKind = async () => {
  const kind = { name: `Other ${of.count}`, evidence: NO_EVIDENCE, recordFirst: false, holdsFiling: false, mayHandOn: false };
  return ((await manager().post('/api/signing-kinds').set(key()).send(kind).expect(201)).body as { id: string }).id;
};
const ofJob = (jobId: string) => asksOf<SignaturePart>(manager(), jobId, 'signature');
const tasksOf = async (jobId: string) => (await job(jobId)).tasks.filter(({ name }) => name.startsWith('Give "'));

describe('a letter that a procedure gives for signature', () => {
  const procedure = (kindId: string): Procedure => ({
    phases: [
      { key: 'do', name: 'Do it', tasks: [task('Enter')] },
      { key: 'sign', name: 'Sign', tasks: [task('File')], onEntry: [{ key: 's', does: 'signature', kindId, days: 5 }], completion: 'signed' },
    ],
  });
  const foretold = async (jobId: string) =>
    ((await manager().get(`/api/jobs/${jobId}/move?to=sign`).expect(200)).body as MovePreview).acts.map(({ what, outside }) => ({ what, outside }));
  const moved = async (jobId: string) => expect((await move(jobId, 'sign')).status).toBe(200);

  it('goes to whoever signs first, with its words filled in, and the phase is complete when it is signed', async () => {
    const kindId = await kindOf({ words: 'For {client}, as agreed.' });
    const jobId = await begun(procedure(kindId), { clientId: of.clientId });
    const [act] = await foretold(jobId);
    expect(act).toMatchObject({ outside: true });
    expect(act!.what).toContain(`Gives "Engagement ${of.count}" for signature, wanted within 5 working days. It is sent automatically to ${here.owner}`);
    expect(act!.what).not.toContain(here.second);
    await moved(jobId);
    const [ask] = await ofJob(jobId);
    expect(ask).toMatchObject({
      title: `Engagement ${of.count}`,
      words: `For Curlew ${of.count} Ltd, as agreed.`,
      wantedBy: '2026-03-19',
      state: 'with the client',
    });
    expect(ask!.part.documentName).toBe('engagement.pdf');
    await sign(here.owner);
    expect((await job(jobId)).phases.at(-1)).toMatchObject({ stands: 'current' });
    expect((await ofJob(jobId))[0]!.state).toBe('done');
  });

  it('has a task in its place where somebody has to choose the document, or too little is known of who signs', async () => {
    const none = await begun(procedure(await kindOf({ letter: false })), { clientId: of.clientId });
    expect((await foretold(none))[0]).toMatchObject({ outside: false, what: expect.stringContaining('choose the document. A task takes its place') as string });
    await moved(none);
    expect(await ofJob(none)).toEqual([]);
    const [instead] = await tasksOf(none);
    expect(instead).toMatchObject({ name: `Give "Engagement ${of.count}" for signature`, doneAt: null });
  });

  it('has a task where a role is asked for that nobody has; it is ticked by itself when a document is given', async () => {
    const kindId = await kindOf({ capacity: 'trustee' });
    const jobId = await begun(procedure(kindId), { clientId: of.clientId });
    await moved(jobId);
    const [instead] = await tasksOf(jobId);
    expect(instead!.advice).toContain('A trustee has to sign this');
    const documentId = ((await manager().post(`/api/jobs/${jobId}/documents`).attach('file', aPdf('deed'), 'deed.pdf').expect(201)).body as { id: string }).id;
    await manager()
      .post(`/api/jobs/${jobId}/signatures`)
      .set(key())
      .send(input(documentId, here.people.slice(0, 1)))
      .expect(201);
    expect((await tasksOf(jobId))[0]!.doneAt).not.toBeNull();
  });

  it('is not removed as long as a procedure gives it', async () => {
    const kindId = await kindOf();
    await begun(procedure(kindId), { clientId: of.clientId });
    expect(problemOf(await manager().delete(`/api/signing-kinds/${kindId}`).expect(409)).code).toBe('kind-in-use');
    await manager()
      .delete(`/api/signing-kinds/${await anotherKind()}`)
      .expect(204);
  });

  it('names a kind that is there, or the procedure is not saved', async () => {
    const gone = '0190a0a0-0000-7000-8000-0000000000aa';
    const refused = problemOf(
      await manager()
        .post('/api/procedures')
        .send({ name: `P ${of.count}`, definition: procedure(gone) })
        .expect(422),
    );
    expect(refused.errors![0]!.message).toContain('the kind of document is not there any more');
  });
});

describe('what is written with a document', () => {
  it('is filled in as messages are, and refused where a detail is not known or is none', async () => {
    const preview = async (words: string) =>
      manager()
        .post(`/api/jobs/${here.jobId}/signatures/preview`)
        .send(input(await filed(here.original), here.people.slice(0, 1), { words }));
    const { messages } = (await preview('Dear people of {client}.')).body as SendPreview;
    expect(messages[0]!.body).toContain(`Dear people of Curlew ${of.count} Ltd.`);
    expect(problemOf(await preview('By {moon}.')).errors).toEqual([{ field: 'words', message: expect.stringContaining('{moon} is not a detail') as string }]);
    expect(problemOf(await preview('For {fee}.')).errors![0]!.field).toBe('words');
    await give(here.people.slice(0, 1), here.original, { words: 'For {client}.' });
    expect((await standing()).words).toBe(`For Curlew ${of.count} Ltd.`);
    const kind = { name: `Deed ${of.count}`, words: 'By {moon}', evidence: NO_EVIDENCE, recordFirst: false, holdsFiling: false, mayHandOn: false };
    expect(problemOf(await manager().post('/api/signing-kinds').set(key()).send(kind).expect(422)).errors![0]!.field).toBe('words');
  });
});

describe('a client of whom no job is open', () => {
  const ofClient = async (clientId: string) =>
    ((await manager().get(`/api/clients/${clientId}/asks`).expect(200)).body as AskView<SignaturePart>[]).filter(({ kind }) => kind === 'signature');
  const jobless = async () =>
    client({ name: `Dunlin ${of.count} Ltd`, contact: { name: `Dan ${of.count}`, email: `dan${of.count}@dunlin.example`, signs: true } });

  it('is given the one letter as the others are, once, and it lies with the client', async () => {
    const clientId = await jobless();
    const kindId = await kindOf({ words: 'For {client}.' });
    const many = { clientIds: [clientId, of.clientId], kindId, title: 'Letter of engagement', dueOn: '2026-03-25', words: 'For {client}.', everybody: false };
    const before = (await manager().post('/api/signatures/many/preview').send(many).expect(200)).body as ManyAsked;
    expect(before.not).toEqual([]);
    expect(before.asked.map(({ client: name, to }) => [name, to])).toEqual([
      [`Curlew ${of.count} Ltd`, [here.owner]],
      [`Dunlin ${of.count} Ltd`, [`Dan ${of.count}`]],
    ]);
    await manager().post('/api/signatures/many').set(key()).send(many).expect(200);
    const [ask, ...others] = await ofClient(clientId);
    expect(others).toEqual([]);
    expect(ask).toMatchObject({ jobId: null, words: `For Dunlin ${of.count} Ltd.`, state: 'with the client' });
    await t.drain();
    await sign(`Dan ${of.count}`);
    const [signed] = await ofClient(clientId);
    expect(signed!.state).toBe('done');
    const papers = ((await manager().get(`/api/documents?client=${clientId}`).expect(200)).body as { rows: DocumentView[] }).rows;
    expect(papers.map(({ name, jobId }) => [name, jobId]).sort()).toEqual([
      ['engagement, signed.pdf', null],
      ['engagement.pdf', null],
    ]);
    // A second time it is given to those alone who do not have it.
    const again = (await manager().post('/api/signatures/many/preview').send(many).expect(200)).body as ManyAsked;
    expect(again.not.map(({ client: name, why }) => [name, why])).toEqual([[`Curlew ${of.count} Ltd`, 'it is given for signature already']]);
  });

  it('is given one document, reminded, and it is withdrawn and taken up again', async () => {
    const clientId = await jobless();
    const documentId = (
      (await manager().post(`/api/clients/${clientId}/documents`).attach('file', aPdf('deed'), 'deed.pdf').expect(201)).body as { id: string }
    ).id;
    const { contacts } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as { contacts: { id: string }[] };
    const asked = { documentId, title: 'Deed', signerIds: [contacts[0]!.id], dueOn: '2026-03-25' };
    const preview = (await manager().post(`/api/clients/${clientId}/signatures/preview`).send(asked).expect(200)).body as SendPreview;
    expect(preview.messages.map(({ to }) => to)).toEqual([`Dan ${of.count}`]);
    const { id } = (await manager().post(`/api/clients/${clientId}/signatures`).set(key()).send(asked).expect(201)).body as { id: string };
    await manager().post(`/api/asks/${id}/remind`).set(key()).expect(204);
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: 'Not needed' }).expect(204);
    await manager().post(`/api/asks/${id}/restore`).expect(204);
    await sign(`Dan ${of.count}`);
    expect((await ofClient(clientId))[0]!.state).toBe('done');
    // A document of another client is not theirs to sign.
    const other = await filed(here.original);
    const wrong = await manager()
      .post(`/api/clients/${clientId}/signatures`)
      .set(key())
      .send({ ...asked, documentId: other })
      .expect(422);
    expect(problemOf(wrong).errors![0]!.field).toBe('documentId');
  });

  it('has nobody to write to: it waits with us, and is in trouble', async () => {
    const clientId = await client({ name: `Teal ${of.count} Ltd`, contact: { name: `Tom ${of.count}`, signs: true } });
    const documentId = (
      (await manager().post(`/api/clients/${clientId}/documents`).attach('file', aPdf('deed'), 'deed.pdf').expect(201)).body as { id: string }
    ).id;
    const { contacts } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as { contacts: { id: string }[] };
    const asked = { documentId, title: 'Deed', signerIds: [contacts[0]!.id], dueOn: '2026-03-25' };
    await manager().post(`/api/clients/${clientId}/signatures`).set(key()).send(asked).expect(201);
    const [ask] = await ofClient(clientId);
    expect(ask).toMatchObject({ state: 'with us', trouble: 'nobody was told' });
    await manager().post(`/api/signers/${ask!.parties[0]!.id}/on-paper`).send({ on: '2026-03-10' }).expect(204);
    expect((await ofClient(clientId))[0]!.state).toBe('done');
  });
});
