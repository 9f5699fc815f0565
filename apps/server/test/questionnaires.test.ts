import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { AskView } from '@steady/contract/asks';
import type { ClientView } from '@steady/contract/clients';
import type { IntoRecord, QuestionnairePart, QuestionnaireTemplate, QuestionnaireTemplateView, QuestionnaireView } from '@steady/contract/questionnaires';
import type { Answer, Questionnaire } from '@steady/core/questionnaires';
import { byItself } from '../src/platform/identity';
import { at, atPost } from './at-post';
import { THREE, problemOf } from './at-work';
import { textOfPdf } from './pdf-text';
import { type Agent, type TestApp, asksOf, insidePortal, key, startTestApp } from './support';

let t: TestApp;
let jobId: string;
let owner: string;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, client, begun, received, rules, of } = atPost(() => t);

const DEFINITION: Questionnaire = {
  sections: [
    {
      key: 'business',
      name: 'The business',
      questions: [
        { key: 'trade', kind: 'short text', words: 'What does it do?', required: true, into: { fact: 'trade' } },
        { key: 'vat', kind: 'yes or no', words: 'Is it registered for VAT?', required: true, into: { fact: 'vatRegistered' } },
        { key: 'vat-number', kind: 'short text', words: 'VAT number', required: true, onlyIf: { fact: 'answer:vat', is: true }, into: { fact: 'vatNumber' } },
        { key: 'year-end', kind: 'date', words: 'When does its year end?', into: { fact: 'yearEnd' } },
      ],
    },
    {
      key: 'rest',
      name: 'And the rest',
      questions: [
        { key: 'account', kind: 'bank account', words: 'Its bank account' },
        { key: 'director', kind: 'person', words: 'Who speaks for it?', into: { contact: true } },
        { key: 'lease', kind: 'file', words: 'The lease' },
        { key: 'owners', kind: 'table', words: 'Owners', columns: ['Name', 'Share'] },
        { key: 'agreed', kind: 'statement', words: 'This is right.', required: true },
      ],
    },
  ],
};
const IBAN = 'IE29AIBK93115212345678';

const keepTemplate = async (definition = DEFINITION, name = `Questions ${randomUUID().slice(0, 8)}`) =>
  ((await manager().post('/api/questionnaires').set(key()).send({ name, definition }).expect(201)).body as { id: string }).id;
const ask = async (templateId: string, more: object = {}) =>
  (
    (
      await manager()
        .post(`/api/jobs/${jobId}/questionnaires`)
        .set(key())
        .send({ templateId, title: 'About your business', dueOn: '2026-03-25', ...more })
        .expect(201)
    ).body as { id: string }
  ).id;
const view = async (askId: string, who: Agent = manager()) => (await who.get(`/api/asks/${askId}/questionnaire`).expect(200)).body as QuestionnaireView;
const inPortal = async (who: Agent, askId: string) => (await who.get(`/api/portal/asks/${askId}/questionnaire`).expect(200)).body as QuestionnaireView;
const put = (who: Agent, askId: string, name: string, value: Answer | null) => who.put(`/api/portal/asks/${askId}/answers`).send({ key: name, value });
const sendIn = (who: Agent, askId: string) => who.post(`/api/portal/asks/${askId}/send-in`).set(key());
const standing = async () => (await asksOf<QuestionnairePart>(manager(), jobId))[0] as AskView<QuestionnairePart>;
const record = async () => (await manager().get(`/api/clients/${of.clientId}`).expect(200)).body as ClientView;
const into = async (askId: string) => (await manager().get(`/api/asks/${askId}/into-record`).expect(200)).body as IntoRecord;

const ALL: Record<string, Answer> = {
  trade: 'Oyster farming',
  vat: true,
  'vat-number': 'IE9990001A',
  'year-end': '2025-06-30',
  account: IBAN,
  director: { name: 'Dara Quirke', relation: 'director' },
  agreed: true,
};
const answer = async (who: Agent, askId: string, answers = ALL) => {
  for (const [name, value] of Object.entries(answers)) await put(who, askId, name, value).expect(204);
};

beforeEach(async () => {
  owner = `Cara ${of.count}`;
  jobId = await begun(THREE, { clientId: of.clientId });
});

describe('a questionnaire that is asked', () => {
  it('is told to whoever gets requests, answered bit by bit, and sent in; thanks go out', async () => {
    const askId = await ask(await keepTemplate());
    expect((await received('About your business')).map(({ to, subject }) => [to, subject])).toContainEqual([
      owner,
      'Marram & Tern: some questions, About your business',
    ]);
    const who = await insidePortal(t, owner);
    expect(await standing()).toMatchObject({
      kind: 'questionnaire',
      state: 'with the client',
      owed: [{ what: 'the answers to About your business' }],
      part: { answered: { are: 0, of: 8 } },
    });
    const wanting = problemOf(await sendIn(who, askId).expect(422));
    expect(wanting.errors!.map(({ field }) => field)).toEqual(['trade', 'vat', 'agreed']);
    await answer(who, askId);
    expect(await inPortal(who, askId)).toMatchObject({
      isOpen: true,
      answers: { trade: 'Oyster farming', account: 'IE•• •••• 5678' },
      masked: ['account'],
    });
    await sendIn(who, askId).expect(204);
    // The same again after a lost answer changes nothing.
    await sendIn(who, askId).expect(204);
    expect(await standing()).toMatchObject({ state: 'done', forUs: [{ what: 'Answered: About your business', why: `sent in by ${owner}` }] });
    expect((await received('are here, for')).filter(({ to }) => to === owner)).toHaveLength(1);
    expect(problemOf(await put(who, askId, 'trade', 'Mussels').expect(409)).code).toBe('sent-in-already');
    await manager().post(`/api/asks/${askId}/looked-at`).expect(204);
    expect((await standing()).forUs).toEqual([]);
  });

  it('leaves out what was answered before its question went out of sight', async () => {
    const askId = await ask(await keepTemplate());
    const who = await insidePortal(t, owner);
    await answer(who, askId);
    await put(who, askId, 'vat', false).expect(204);
    await sendIn(who, askId).expect(204);
    expect(Object.keys((await view(askId)).answers)).not.toContain('vat-number');
  });

  it('refuses what does not fit at once where it is whole, and keeps what is half typed', async () => {
    const askId = await ask(await keepTemplate());
    const who = await insidePortal(t, owner);
    expect(problemOf(await put(who, askId, 'account', 'IE29AIBK93115212345679').expect(422)).errors![0]!.message).toContain('check digits');
    await put(who, askId, 'vat', 'yes').expect(422);
    await put(who, askId, 'trade', { amount: 3 } as never).expect(422);
    await put(who, askId, 'nobody-asks', 'x').expect(404);
    await put(who, askId, 'director', { name: '', relation: 'director' }).expect(204);
    await answer(who, askId, { ...ALL, director: { name: '', relation: 'director' } });
    expect(problemOf(await sendIn(who, askId).expect(422)).errors).toMatchObject([{ field: 'director', message: 'Who speaks for it?: Give their name.' }]);
    await put(who, askId, 'director', null).expect(204);
    await sendIn(who, askId).expect(204);
  });

  it('takes files, once each, and no ids of others', async () => {
    const askId = await ask(await keepTemplate());
    const who = await insidePortal(t, owner);
    const lease = Buffer.from(`%PDF-1.4 ${randomUUID()}`);
    const send = (name: string) => who.post(`/api/portal/asks/${askId}/answers/lease/files`).attach('file', lease, name);
    await send('lease.pdf').expect(204);
    await send('lease.pdf').expect(204);
    await who.post(`/api/portal/asks/${askId}/answers/trade/files`).attach('file', lease, 'x.pdf').expect(404);
    const { answers, files } = await inPortal(who, askId);
    expect(Object.values(files)).toEqual(['lease.pdf']);
    await put(who, askId, 'lease', [randomUUID()]).expect(422);
    await put(who, askId, 'owners', { rows: [['Cara', '50 %']] }).expect(204);
    await put(who, askId, 'lease', answers.lease!).expect(204);
    const documents = (await manager().get(`/api/documents?client=${of.clientId}`).expect(200)).body as { rows: { what: string }[] };
    expect(documents.rows).toMatchObject([{ what: 'The lease' }]);
  });

  it('keeps accounts sealed in the database', async () => {
    const askId = await ask(await keepTemplate());
    const who = await insidePortal(t, owner);
    await answer(who, askId);
    const kept = await t.works.run(byItself(t.firm.id), (work) => work.tx.execute(sql`select answers from questionnaires where ask_id = ${askId}`));
    expect(JSON.stringify(kept)).not.toContain('93115212345678');
  });

  it('is filled in by the firm on the telephone, and printed blank or filled', async () => {
    const askId = await ask(await keepTemplate());
    const blank = (await textOfPdf((await manager().get(`/api/asks/${askId}/questionnaire.pdf`).buffer(true).expect(200)).body as Buffer)).join(' ');
    expect(blank).toContain('Only if "Is it registered for VAT?"');
    for (const [name, value] of Object.entries(ALL)) await manager().put(`/api/asks/${askId}/answers`).send({ key: name, value }).expect(204);
    await manager().post(`/api/asks/${askId}/send-in`).expect(204);
    expect(await standing()).toMatchObject({ state: 'done', part: { sentInBy: 'manager of Marram & Tern' } });
    const filled = (await textOfPdf((await manager().get(`/api/asks/${askId}/questionnaire.pdf`).buffer(true).expect(200)).body as Buffer)).join(' ');
    expect(filled).toContain('Oyster farming');
    expect(filled).not.toContain('93115212345678');
  });

  it('is not there for others', async () => {
    const askId = await ask(await keepTemplate());
    await t.firm.as.contractor!.get(`/api/asks/${askId}/questionnaire`).expect(404);
    await t.other.as.manager!.get(`/api/asks/${askId}/questionnaire`).expect(404);
    await client({ name: 'Somebody else', contact: { name: `Stranger ${of.count}`, email: `s${of.count}@else.example` } });
    const [other] = [await client({ name: 'Somebody further', contact: { name: `Far ${of.count}`, email: `f${of.count}@far.example` } })];
    const theirs = await begun(THREE, { clientId: other });
    await manager()
      .post(`/api/jobs/${theirs}/requests`)
      .set(key())
      .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Lease' }] })
      .expect(201);
    const stranger = await insidePortal(t, `Far ${of.count}`);
    await stranger.get(`/api/portal/asks/${askId}/questionnaire`).expect(404);
    await put(stranger, askId, 'trade', 'x').expect(404);
    await sendIn(stranger, askId).expect(404);
  });

  it('that is withdrawn takes no more answers', async () => {
    const askId = await ask(await keepTemplate());
    const who = await insidePortal(t, owner);
    await manager().post(`/api/asks/${askId}/withdraw`).send({ reason: 'Not needed' }).expect(204);
    expect(problemOf(await put(who, askId, 'trade', 'x').expect(409)).code).toBe('ask-ended');
    expect((await inPortal(who, askId)).isOpen).toBe(false);
  });
});

describe('what was sent in', () => {
  const sentIn = async (answers = ALL, templateId?: string) => {
    const askId = await ask(templateId ?? (await keepTemplate()));
    const who = await insidePortal(t, owner);
    await answer(who, askId, answers);
    await sendIn(who, askId).expect(204);
    return { askId, who };
  };

  it('is shown as before and after, and taken over by a press; a second time there is nothing to take over', async () => {
    const { askId } = await sentIn();
    const before = await record();
    const { filled, effect } = await into(askId);
    const shown = Object.fromEntries(filled.map(({ key: name, place, before: was, after, why }) => [name, [place, was, after, why]]));
    expect(shown).toMatchObject({
      trade: ['Trade', before.trade ?? null, 'Oyster farming', null],
      'year-end': ['Year-end', expect.anything(), '30 June', null],
      director: ['a contact of the client', null, 'Dara Quirke, director', null],
    });
    expect(shown.account).toBeUndefined();
    expect(effect).not.toBeNull();
    await manager()
      .post(`/api/asks/${askId}/take-over`)
      .send({ keys: ['trade', 'year-end', 'director'] })
      .expect(204);
    const after = await record();
    expect([after.trade, after.yearEnd, after.contacts.map(({ name }) => name)]).toEqual(['Oyster farming', '06-30', [owner, 'Dara Quirke']]);
    await manager()
      .post(`/api/asks/${askId}/take-over`)
      .send({ keys: ['trade', 'year-end', 'director'] })
      .expect(204);
    expect((await record()).version).toBe(after.version);
    expect((await record()).contacts).toHaveLength(2);
    expect((await into(askId)).filled.map(({ key: name }) => name)).not.toContain('trade');
  });

  it('that the record does not take is said where it stands, and refused', async () => {
    const { askId } = await sentIn({ ...ALL, 'vat-number': 'wrong' });
    const wrong = (await into(askId)).filled.find(({ key: name }) => name === 'vat-number')!;
    expect(wrong.why).toContain('A VAT number is two letters');
    const refused = problemOf(
      await manager()
        .post(`/api/asks/${askId}/take-over`)
        .send({ keys: ['vat-number'] })
        .expect(422),
    );
    expect(refused.errors).toMatchObject([{ field: 'vat-number' }]);
  });

  it('goes back one by one, with why; only that is asked again', async () => {
    await rules({ perDay: 6 });
    const { askId, who } = await sentIn();
    await manager().post(`/api/asks/${askId}/send-back`).send({ key: 'trade', reason: 'Oysters, or mussels as well?' }).expect(204);
    expect(await standing()).toMatchObject({ state: 'with the client', owed: [{ what: '1 answer to About your business' }] });
    expect((await received('Oysters, or mussels as well?')).map(({ to }) => to)).toEqual([owner]);
    expect(await inPortal(who, askId)).toMatchObject({ isOpen: true, sentBack: { trade: 'Oysters, or mussels as well?' } });
    await put(who, askId, 'vat', false).expect(409);
    await put(who, askId, 'trade', 'Oysters and mussels').expect(204);
    await sendIn(who, askId).expect(204);
    expect(await standing()).toMatchObject({ state: 'done' });
    expect((await view(askId)).answers.trade).toBe('Oysters and mussels');
  });

  it('stands beside the questions the next time, is taken over in one press but for what is confirmed anew, and what changed is marked', async () => {
    const templateId = await keepTemplate();
    await sentIn(ALL, templateId);
    t.clock.set(at('2026-03-12T10:00'));
    jobId = await begun(THREE, { clientId: of.clientId });
    const askId = await ask(templateId);
    const who = await insidePortal(t, owner);
    expect((await inPortal(who, askId)).last).toMatchObject({ answers: { trade: 'Oyster farming', account: 'IE•• •••• 5678' } });
    await who.post(`/api/portal/asks/${askId}/same-as-last-time`).expect(204);
    expect(problemOf(await sendIn(who, askId).expect(422)).errors!.map(({ field }) => field)).toEqual(['agreed']);
    await put(who, askId, 'agreed', true).expect(204);
    await put(who, askId, 'trade', 'Mussels').expect(204);
    await sendIn(who, askId).expect(204);
    expect((await into(askId)).changed).toEqual(['trade']);
  });
});

describe('questionnaires of the firm', () => {
  const list = async () => (await manager().get('/api/questionnaires').expect(200)).body as QuestionnaireTemplate[];

  it('are supplied, changed under a new version, and an old version stays answerable', async () => {
    await manager().post('/api/questionnaires/supplied').expect(204);
    await manager().post('/api/questionnaires/supplied').expect(204);
    expect((await list()).filter(({ name }) => name === 'Personal return')).toHaveLength(1);
    const id = await keepTemplate();
    const askId = await ask(id);
    const { name, version } = (await manager().get(`/api/questionnaires/${id}`).expect(200)).body as QuestionnaireTemplateView;
    const other: Questionnaire = { sections: [{ key: 'a', name: 'A', questions: [{ key: 'only', kind: 'yes or no', words: 'Only this?' }] }] };
    await manager().put(`/api/questionnaires/${id}`).send({ name, definition: other, version }).expect(204);
    expect(problemOf(await manager().put(`/api/questionnaires/${id}`).send({ name, definition: other, version }).expect(409)).code).toBe('changed-meanwhile');
    const who = await insidePortal(t, owner);
    await answer(who, askId);
    await sendIn(who, askId).expect(204);
    expect((await list()).find((one) => one.id === id)).toMatchObject({ version: 2, questions: 1, asked: 1 });
  });

  it('are refused where they cannot be asked, and not offered any more once they are retired', async () => {
    const looking: Questionnaire = { sections: [{ key: 'a', name: 'A', questions: [{ key: 'a', kind: 'one of', words: 'Which?' }] }] };
    const refused = problemOf(await manager().post('/api/questionnaires').set(key()).send({ name: 'Faulty', definition: looking }).expect(422));
    expect(refused.errors).toEqual([{ field: 'definition', message: 'Give the choices of "Which?".' }]);
    const id = await keepTemplate();
    await manager().post(`/api/questionnaires/${id}/retire`).expect(204);
    await manager().post(`/api/jobs/${jobId}/questionnaires`).set(key()).send({ templateId: id, title: 'Gone', dueOn: '2026-03-25' }).expect(422);
    await manager().post(`/api/questionnaires/${id}/offer-again`).expect(204);
    await ask(id);
    await t.firm.as.preparer!.post('/api/questionnaires').set(key()).send({ name: 'Not mine', definition: DEFINITION }).expect(403);
  });
});
