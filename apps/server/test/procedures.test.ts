import { randomUUID } from 'node:crypto';
import type request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Action, PhasePlan, Procedure } from '@steady/core/procedures';
import type { JobToVersion, OnPaperBefore, ProcedureClients, ProcedureFull, ProcedureRow, TemplateView, TriedTemplate } from '@steady/contract/procedures';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, eur, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, procedure, client, begun, tick } = atWork(() => test);
const made = async (answer: request.Test) => ((await answer.expect(201)).body as { id: string }).id;

describe('a procedure', () => {
  it('with a circle is not saved, and the circle is named', async () => {
    const circle = { phases: [{ key: 'a', name: 'A', tasks: [task('Enter', { waitsFor: ['draft'] }), task('Draft', { waitsFor: ['enter'] })] }] };
    const refused = problemOf(await manager().post('/api/procedures').send({ name: 'Round', definition: circle }).expect(422));
    expect(refused.errors).toEqual([{ field: 'definition', message: 'Tasks wait in a circle: "Enter", then "Draft".' }]);
    expect(((await manager().get('/api/procedures').expect(200)).body as ProcedureRow[]).map((one) => one.name)).not.toContain('Round');
  });

  it('that would begin itself again, by way of another, is not saved, and the circle is named', async () => {
    const begins = (procedureId: string): Procedure => ({
      phases: [{ key: 'a', name: 'A', tasks: [task('Enter')], onDone: [{ key: 'p', does: 'procedure', procedureId }] }],
    });
    const first = await procedure(THREE, 'Chicken');
    const second = await procedure(begins(first), 'Egg');
    const refused = problemOf(
      await manager()
        .patch(`/api/procedures/${first}`)
        .send({ name: 'Chicken', definition: begins(second), version: 1 })
        .expect(422),
    );
    expect(refused.errors).toEqual([{ field: 'definition', message: 'Jobs would begin without end: "Chicken" begins "Egg", which begins "Chicken" again.' }]);
    const own = problemOf(
      await manager()
        .patch(`/api/procedures/${first}`)
        .send({ name: 'Chicken', definition: begins(first), version: 1 })
        .expect(422),
    );
    expect(own.errors![0]!.message).toContain('"Chicken" begins "Chicken" again');
    expect((await manager().get(`/api/procedures/${first}`).expect(200)).body).toMatchObject({ version: 1, definition: THREE });
  });

  it('that names what the firm does not have, or sets a detail to what it cannot be, is not saved', async () => {
    const { id: detailId } = (await test.firm.as.administrator!.post('/api/details').send({ name: 'Deposit', kind: 'money' }).expect(201)).body as {
      id: string;
    };
    const gone = randomUUID();
    const faultOf = async (phase: Partial<PhasePlan>) => {
      const definition = { phases: [{ key: 'a', name: 'A', tasks: [task('Enter')], ...phase }] };
      return problemOf(await manager().post('/api/procedures').send({ name: randomUUID(), definition }).expect(422)).errors![0]!.message;
    };
    const onDone = (action: object) => ({ onDone: [{ key: 'x', ...action } as Action] });
    expect(await faultOf(onDone({ does: 'message', templateId: gone }))).toBe('An action of "A": the message is not there any more, choose another.');
    expect(await faultOf(onDone({ does: 'procedure', procedureId: gone }))).toBe('An action of "A": the procedure is not there any more, choose another.');
    expect(await faultOf(onDone({ does: 'detail', detailId: gone, value: 'x' }))).toBe('An action of "A": the firm does not keep this detail any more.');
    expect(await faultOf(onDone({ does: 'detail', detailId, value: 'a lot' }))).toBe('An action of "A", "Deposit": Give an amount, for example 180.');
    expect(await faultOf({ tasks: [task('Enter', { memberId: test.other.members.manager })] })).toBe('"Enter" is for somebody who is not of the firm.');
    const theirs = await made(test.other.as.manager!.post('/api/message-templates').send({ name: 'Theirs', subject: 'S', body: 'B' }));
    expect(await faultOf(onDone({ does: 'message', templateId: theirs }))).toContain('the message is not there any more');
    const sound = {
      phases: [
        { key: 'a', name: 'A', tasks: [task('Enter', { memberId: test.firm.members.partner })], ...onDone({ does: 'detail', detailId, value: eur(50_000) }) },
      ],
    };
    const clientId = await client();
    const id = await begun(sound, { clientId });
    expect((await job(id)).tasks[0]!.assignee).toBe('partner');
    await tick(id, 'Enter');
    expect((await manager().get(`/api/clients/${clientId}`).expect(200)).body).toMatchObject({ details: { [detailId]: eur(50_000) } });
  });

  it('says of whom it passes phases over by the names of the firm’s own details', async () => {
    const { id: detailId } = (await test.firm.as.administrator!.post('/api/details').send({ name: 'Lends from us', kind: 'yes or no' }).expect(201)).body as {
      id: string;
    };
    const own: Procedure = {
      phases: [THREE.phases[0]!, { key: 'loan', name: 'Loan', onlyIf: { fact: `detail:${detailId}`, is: true }, tasks: [task('Read')] }],
    };
    const seen = await job(await begun(own));
    expect(seen.passedOver).toEqual([{ name: 'Loan', why: 'only if Lends from us' }]);
    expect(((await manager().get('/api/procedures/clients').expect(200)).body as ProcedureClients).names).toMatchObject({
      [`detail:${detailId}`]: 'Lends from us',
    });
  });

  it('keeps what it said before; jobs in flight stay on theirs, or go over as it was shown', async () => {
    const procedureId = await procedure(THREE);
    const [stays, goes] = [await begun(THREE, { procedureId }), await begun(THREE, { procedureId })];
    await tick(goes, 'Enter');
    const changed: Procedure = {
      phases: [
        { key: 'prepare', name: 'Prepare', tasks: [task('Draft'), task('Compare')] },
        { key: 'new', name: 'Newly', tasks: [task('Post')] },
        THREE.phases[2]!,
      ],
    };
    const shown = (await manager().post(`/api/procedures/${procedureId}/in-flight`).send({ definition: changed }).expect(200)).body as { id: string }[];
    expect(shown.find((one) => one.id === goes)).toMatchObject({ added: ['Compare', 'Post'], taken: [], kept: ['Enter'], phase: 'Prepare' });
    expect(shown.find((one) => one.id === stays)).toMatchObject({ taken: ['Enter'] });
    const { version, name } = (await manager().get(`/api/procedures/${procedureId}`).expect(200)).body as ProcedureFull;
    await manager()
      .patch(`/api/procedures/${procedureId}`)
      .send({ name, definition: changed, version, jobIds: [goes] })
      .expect(204);
    await manager().patch(`/api/procedures/${procedureId}`).send({ name, definition: changed, version }).expect(409);
    expect((await job(goes)).phases.map((phase) => phase.name)).toEqual(['Prepare', 'Newly', 'Send']);
    expect((await job(goes)).tasks.map((one) => one.name).sort()).toEqual(['Compare', 'Draft', 'Enter', 'Post', 'Print']);
    expect(await job(stays)).toMatchObject({ procedure: { version: 1, now: 2 }, phases: [{}, { name: 'Second look' }, {}] });
    expect(((await manager().get(`/api/procedures/${procedureId}`).expect(200)).body as ProcedureFull).versions).toMatchObject([{ number: 1 }]);
  });

  it('shows what else is otherwise, and gives jobs that, without touching what a person changed at the job', async () => {
    const before: Procedure = {
      phases: [{ ...THREE.phases[0]!, tasks: [task('Enter'), task('Draft', { checks: ['Bank agrees', 'Totals agree'] })] }, THREE.phases[2]!],
    };
    const procedureId = await procedure(before);
    const id = await begun(before, { procedureId });
    const of = async (name: string) => (await job(id)).tasks.find((one) => one.name.startsWith(name))!;
    const enter = await of('Enter');
    await manager().patch(`/api/tasks/${enter.id}`).send({ estimate: 200, version: enter.version }).expect(204);
    await manager().post(`/api/jobs/${id}/tasks`).send({ name: 'Ring the bank', phaseKey: 'prepare' }).expect(201);
    const draft = await of('Draft');
    await manager().post(`/api/tasks/${draft.id}/check`).send({ at: 0, done: true, version: draft.version }).expect(204);
    const changed: Procedure = {
      phases: [
        {
          ...before.phases[0]!,
          tasks: [
            task('Enter', { advice: 'Begin with the bank' }),
            task('Draft', { name: 'Draft it', checks: ['Bank agrees', 'Loans agree'], role: 'manager' }),
          ],
          onDone: [{ key: 't', does: 'tell', role: 'partner', words: 'it is drafted' }],
        },
        { ...before.phases[1]!, asks: undefined },
      ],
    };
    const [shown] = (await manager().post(`/api/procedures/${procedureId}/in-flight`).send({ definition: changed }).expect(200)).body as JobToVersion[];
    expect(shown).toMatchObject({
      id,
      added: [],
      taken: [],
      kept: [],
      changed: ['Enter (its advice)', 'Draft it (its name, whose it is, its checks)'],
      phases: ['"Prepare" has other automatic actions', '"Send" moves without asking'],
    });
    const { version, name } = (await manager().get(`/api/procedures/${procedureId}`).expect(200)).body as ProcedureFull;
    await manager()
      .patch(`/api/procedures/${procedureId}`)
      .send({ name, definition: changed, version, jobIds: [id] })
      .expect(204);
    expect(await of('Enter')).toMatchObject({ estimate: 200, advice: 'Begin with the bank' });
    expect(await of('Draft it')).toMatchObject({
      assignee: 'manager',
      checks: [
        { words: 'Bank agrees', doneBy: 'manager of Marram & Tern' },
        { words: 'Loans agree', doneAt: null },
      ],
    });
    expect(await of('Ring the bank')).toBeDefined();
    for (const one of ['Enter', 'Draft it', 'Ring the bank']) {
      const { id: taskId, checks, version: seen } = await of(one);
      const open = checks.findIndex((check) => check.doneAt === null);
      if (open !== -1) await manager().post(`/api/tasks/${taskId}/check`).send({ at: open, done: true, version: seen }).expect(204);
      await manager()
        .post(`/api/tasks/${taskId}/tick`)
        .send({ done: true, version: (await of(one)).version })
        .expect(200);
    }
    expect((await job(id)).actions).toMatchObject([{ what: 'Tells the partner: it is drafted', state: 'done' }]);
  });

  it('is run through by those whose lines it does, and is another firm’s secret', async () => {
    const { id } = ((await manager().get('/api/procedures').expect(200)).body as ProcedureRow[]).find((one) => one.name === 'VAT return')!;
    const clientId = await client({ vatRegistered: true, vatGroup: 'Jan-Feb' });
    await manager()
      .post(`/api/clients/${clientId}/lines`)
      .send({ serviceId: test.firm.services.vat, rhythm: 'two-monthly', fee: eur(18_000), startsOn: '2026-03-01' })
      .expect(201);
    const concerned = (await manager().get(`/api/procedures/clients?procedure=${id}`).expect(200)).body as ProcedureClients;
    expect(concerned).toMatchObject({ of: 'its services', clients: [{ id: clientId, writtenTo: ['Bríd Foley'], roles: ['preparer', 'manager', 'partner'] }] });
    expect(concerned.clients[0]!.facts).toMatchObject({ 'line:rhythm': 'two-monthly', 'job:fee': 180 });
    await test.other.as.manager!.get(`/api/procedures/${id}`).expect(404);
    await test.firm.as.preparer!.post(`/api/procedures/${id}/copy`).expect(403);
  });

  it('is run through on paper before work is begun: for those chosen, or for each by the procedure of its line', async () => {
    const onlyPaper = { fact: 'way', is: 'paper' };
    const request = { key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] };
    const definition: Procedure = {
      phases: [
        { key: 'ask', name: 'Ask', tasks: [task('Send')], requests: [request] },
        { key: 'post', name: 'Post', onlyIf: onlyPaper, tasks: [task('Print', { role: 'manager' })] },
      ],
    };
    const procedureId = await procedure(definition);
    const [online, paper, nobody] = [
      await client(),
      await client({ way: 'paper', name: 'Thatch' }),
      await client({ contact: undefined, managerId: undefined, name: 'Silent Ltd' }),
    ];
    const before = async (more: object, as = manager()) =>
      (
        await as
          .post('/api/procedures/before-starting')
          .send({ clientIds: [online, paper, nobody], ...more })
          .expect(200)
      ).body as OnPaperBefore[];
    const [found] = await before({ procedureId });
    expect(found).toMatchObject({ procedure: { id: procedureId }, clients: 3, ways: 2, tasks: 4, requests: 1, messages: 0, bills: 0 });
    expect(found!.faults).toEqual([
      {
        what: '2 clients would get a message, but there is nobody to write to',
        clients: [
          { id: nobody, name: 'Silent Ltd' },
          { id: paper, name: 'Thatch' },
        ],
      },
    ]);
    // Fees decide the way and are not told to whoever may not see them.
    expect(JSON.stringify(await before({ procedureId }, test.firm.as.preparer))).not.toMatch(/\bfees?\b/);
    expect(await before({ serviceId: test.firm.services.vat })).toEqual([]);
    await manager()
      .post(`/api/clients/${online}/lines`)
      .send({ serviceId: test.firm.services.vat, rhythm: 'two-monthly', fee: eur(18_000), startsOn: '2026-03-01' })
      .expect(201);
    expect(await before({ serviceId: test.firm.services.vat })).toMatchObject([{ procedure: { name: 'VAT return' }, clients: 1, ways: 1 }]);
    await test.other.as
      .manager!.post('/api/procedures/before-starting')
      .send({ procedureId, clientIds: [online] })
      .expect(404);
    expect(problemOf(await manager().post('/api/procedures/before-starting').send({ procedureId, clientIds: [] }).expect(422)).errors).toMatchObject([
      { field: 'clientIds' },
    ]);
  });

  it('is cut down for one line, and the others keep theirs', async () => {
    const clientId = await client({ vatRegistered: true, vatGroup: 'Jan-Feb' });
    const line = (
      await manager()
        .post(`/api/clients/${clientId}/lines`)
        .send({ serviceId: test.firm.services.books, rhythm: 'monthly', fee: eur(1_000), startsOn: '2026-03-01' })
        .expect(201)
    ).body as { id: string };
    const own = (await manager().post(`/api/lines/${line.id}/procedure`).expect(200)).body as { id: string };
    expect((await manager().post(`/api/lines/${line.id}/procedure`).expect(200)).body).toEqual(own);
    const full = (await manager().get(`/api/procedures/${own.id}`).expect(200)).body as ProcedureFull;
    expect(full).toMatchObject({ onlyFor: { id: clientId }, services: [] });
  });
});

describe('a kept message', () => {
  it('is tried on a client, says what is missing, and refuses what is no detail', async () => {
    const clientId = await client();
    const body = 'Dear {client}, {job} costs {fee}.';
    const tried = (await manager().post('/api/message-templates/try').send({ subject: '{firm}', body, clientId }).expect(200)).body as TriedTemplate;
    expect(tried).toMatchObject({ subject: 'Marram & Tern', missing: ['name of the job', 'agreed fee'], to: [{ name: 'Bríd Foley' }] });
    const refused = problemOf(await manager().post('/api/message-templates').send({ name: 'X', subject: '{nonsense}', body }).expect(422));
    expect(refused.errors).toMatchObject([{ field: 'subject', message: expect.stringContaining('{nonsense} is not a detail') as string }]);
    await manager().post('/api/message-templates').send({ name: 'Kept', subject: 'S', body: 'B' }).expect(201);
    const kept = ((await manager().get('/api/message-templates').expect(200)).body as TemplateView[]).find((one) => one.name === 'Kept')!;
    await manager().patch(`/api/message-templates/${kept.id}`).send({ name: 'Kept', subject: 'S2', body: 'B', version: kept.version }).expect(204);
    await manager().patch(`/api/message-templates/${kept.id}`).send({ name: 'Kept', subject: 'S3', body: 'B', version: kept.version }).expect(409);
    await test.other.as.manager!.patch(`/api/message-templates/${kept.id}`).send({ name: 'K', subject: 'S', body: 'B', version: 2 }).expect(404);
  });
});

describe('a phase held in common', () => {
  const phase = (name: string, more = {}) => ({
    key: name.toLowerCase(),
    name,
    tasks: [{ key: 'file', name: 'File it', role: 'preparer', estimate: 10 }],
    ...more,
  });
  const keep = (name: string, phases: object[]) => manager().post('/api/procedures').send({ name, definition: { phases } });
  const procedure = async (id: string) => (await manager().get(`/api/procedures/${id}`).expect(200)).body as ProcedureFull;

  it('is changed in every procedure that holds it, by a version of its own; copies go their own way', async () => {
    const first = await made(keep('Returns', [phase('Prepare', { tasks: [] }), phase('Filing')]));
    const shared = (await manager().post(`/api/procedures/${first}/in-common`).send({ phaseKey: 'filing' }).expect(200)).body as { sharedAs: string };
    await manager().post(`/api/procedures/${first}/in-common`).send({ phaseKey: 'gone' }).expect(404);
    const again = (await manager().post(`/api/procedures/${first}/in-common`).send({ phaseKey: 'filing' }).expect(200)).body as { sharedAs: string };
    expect(again.sharedAs).toBe(shared.sharedAs);
    const second = await made(keep('Wages', [phase('Filing', { sharedAs: shared.sharedAs })]));
    const copy = await made(manager().post(`/api/procedures/${second}/copy`));
    expect((await procedure(first)).inCommon).toEqual({ [shared.sharedAs]: [{ id: second, name: 'Wages' }] });

    const before = await procedure(first);
    const phases = before.definition.phases.map((one) => (one.key === 'filing' ? { ...one, completion: 'approved' } : one));
    await manager().patch(`/api/procedures/${first}`).send({ name: 'Returns', definition: { phases }, version: before.version }).expect(204);
    const wages = await procedure(second);
    expect(wages).toMatchObject({ version: 2, definition: { phases: [{ completion: 'approved' }] }, versions: [{ number: 1 }] });
    expect((await procedure(copy)).definition.phases[0]).not.toHaveProperty('completion');

    // And the other way round.
    await manager()
      .patch(`/api/procedures/${second}`)
      .send({ name: 'Wages', definition: { phases: [{ ...wages.definition.phases[0]!, name: 'File and note' }] }, version: 2 })
      .expect(204);
    expect((await procedure(first)).definition.phases.map((one) => one.name)).toEqual(['Prepare', 'File and note']);
  });

  it('is not changed anywhere when one of the procedures could not follow', async () => {
    const first = await made(keep('Chained', [phase('Filing')]));
    const { sharedAs } = (await manager().post(`/api/procedures/${first}/in-common`).send({ phaseKey: 'filing' }).expect(200)).body as { sharedAs: string };
    const own = { key: 'own', name: 'Own', tasks: [{ key: 'own', name: 'Own', role: 'preparer', estimate: 5, waitsFor: ['file'] }] };
    const second = await made(keep('Chained too', [own, { ...phase('Filing', { sharedAs }), key: 'f' }]));
    // The note comes to both; that it waits for the second's own task stays there.
    const noted = (waitsFor: string[]) => ({
      ...phase('Filing', { sharedAs }),
      key: 'f',
      tasks: [phase('Filing').tasks[0]!, { key: 'note', name: 'Note', role: 'preparer', estimate: 5, waitsFor }],
    });
    await manager()
      .patch(`/api/procedures/${second}`)
      .send({ name: 'Chained too', definition: { phases: [own, noted(['own'])] }, version: 1 })
      .expect(204);
    expect((await procedure(first)).definition.phases[0]!.tasks[1]).toEqual({ key: 'note', name: 'Note', role: 'preparer', estimate: 5 });
    // There the note waits for the own task, which waits for the filing: filing after the note would be a circle.
    const before = await procedure(first);
    const tasks = [
      { key: 'note', name: 'Note', role: 'preparer', estimate: 5 },
      { key: 'file', name: 'File it', role: 'preparer', estimate: 10, waitsFor: ['note'] },
    ];
    const { body } = await manager()
      .patch(`/api/procedures/${first}`)
      .send({ name: 'Chained', definition: { phases: [{ ...before.definition.phases[0]!, tasks }] }, version: before.version })
      .expect(422);
    expect((body as { errors: { message: string }[] }).errors[0]!.message).toContain(
      '"Chained too" shares "Filing" and could not follow: Tasks wait in a circle',
    );
    expect((await procedure(first)).version).toBe(before.version);
    expect((await procedure(second)).version).toBe(2);
  });

  it('is taken as the others hold it when it is saved, also when they changed it meanwhile', async () => {
    const first = await made(keep('Meanwhile', [phase('Filing')]));
    const taken = (await manager().post(`/api/procedures/${first}/in-common`).send({ phaseKey: 'filing' }).expect(200)).body as PhasePlan;
    const before = await procedure(first);
    await manager()
      .patch(`/api/procedures/${first}`)
      .send({ name: 'Meanwhile', definition: { phases: [{ ...before.definition.phases[0]!, completion: 'approved' }] }, version: before.version })
      .expect(204);
    const second = await made(keep('Meanwhile too', [{ ...taken, key: 'own-key' }]));
    expect((await procedure(second)).definition.phases).toMatchObject([{ key: 'own-key', completion: 'approved' }]);
    expect((await procedure(first)).version).toBe(before.version + 1);
  });
});
