import { randomUUID } from 'node:crypto';
import ExcelJS from 'exceljs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { JobFile, JobFileRow, JobRowsBegun } from '@steady/contract/job-files';
import type { SeasonStartView } from '@steady/contract/season';
import type { TakenBack } from '@steady/contract/jobs';
import { atWork, problemOf, task } from './at-work';
import { type TestApp, clientWithVat, eur, key, startTestApp } from './support';

let test: TestApp;
let clientId: string;
beforeAll(async () => {
  test = await startTestApp();
  clientId = await clientWithVat(test, '2026-01-01');
  await procedure({ phases: [{ key: 'do', name: 'Do', tasks: [task('Enter')] }] }, 'Grant claim');
});
afterAll(() => test.close());

const { manager, job, procedure, client } = atWork(() => test);
const HEAD = 'Client,Service,Period,Job,Due,Preparer,Fee';
const read = async (content: string | Buffer, name = 'jobs.csv', as = 'manager') =>
  test.firm.as[as]!.post('/api/job-files').attach('file', typeof content === 'string' ? Buffer.from(content) : content, name);
const readRows = async (...rows: string[]) => (await read([HEAD, ...rows].join('\n'))).body as JobFile;
const asked = ({ mapping, rows }: JobFile) => ({ mapping: mapping.map((one) => one ?? ''), rows: rows.map((cells) => ({ cells })), from: 2 });
const look = async (file: JobFile, more = {}) =>
  (
    await manager()
      .post('/api/job-files/look')
      .send({ ...asked(file), ...more })
      .expect(200)
  ).body as JobFileRow[];
const begin = async (file: JobFile, more: object = {}) =>
  manager()
    .post('/api/job-files/begin')
    .set(key())
    .send({ ...asked(file), id: randomUUID(), what: 'jobs.csv', ...more });
const starts = async () => (await manager().get('/api/season').expect(200)).body as SeasonStartView[];

describe('a file of jobs', () => {
  it('is read with its columns proposed, as CSV and as a workbook', async () => {
    const file = await readRows('Dunmarra Oysters Ltd,VAT,,,,,');
    expect(file).toMatchObject({ headings: HEAD.split(','), rows: [['Dunmarra Oysters Ltd', 'VAT', '', '', '', '', '']] });
    expect(file.mapping).toEqual(['client', 'work', 'period', 'name', 'dueOn', 'preparerId', 'fee']);
    const book = new ExcelJS.Workbook();
    book.addWorksheet('Jobs').addRows([HEAD.split(','), ['Dunmarra Oysters Ltd', 'VAT']]);
    expect(((await read(Buffer.from(await book.xlsx.writeBuffer()), 'jobs.xlsx')).body as JobFile).mapping).toEqual(file.mapping);
  });

  it('begins the job of a deadline and one by hand, with people and fee, and is all there when it comes again', async () => {
    const file = await readRows(
      'Dunmarra Oysters Ltd,VAT return,31 Mar 2026,,,,',
      'Dunmarra Oysters Ltd,Grant claim,,Raft grant,30 Apr 2026,partner,450',
      'Nobody at all,VAT,,,,,',
    );
    expect((await look(file)).map((row) => row.verdict.kind)).toEqual(['new', 'new', 'wrong']);
    expect((await begin(file)).body as JobRowsBegun).toEqual({ begun: 2 });
    const rows = ((await manager().get(`/api/jobs?status=open&client=${clientId}`).expect(200)).body as { rows: { id: string; name: string }[] }).rows;
    const grant = await job(rows.find((row) => row.name === 'Raft grant')!.id);
    expect(grant).toMatchObject({ dueOn: '2026-04-30', preparerId: test.firm.members.partner, money: { agreedFee: eur(45_000) } });
    expect(grant.tasks.map((one) => one.assignee)).toEqual(['partner']);
    expect(rows.map((row) => row.name).sort()).toEqual(['Raft grant', expect.stringContaining('VAT')]);
    expect((await look(file)).map((row) => row.verdict.kind)).toEqual(['there', 'there', 'wrong']);
  });

  it('is one start in parts, and undone as one, but for jobs that somebody has worked on', async () => {
    await client({ name: 'Sallow Boatyard' });
    const file = await readRows('Sallow Boatyard,,,Paint the crane,30 Apr 2026,,', 'Sallow Boatyard,,,Survey the hull,30 Apr 2026,,');
    const id = randomUUID();
    const part = (at: number): JobFile => ({ ...file, rows: [file.rows[at]!] });
    await begin(part(0), { id });
    await begin(part(1), { id, from: 3 });
    expect((await starts()).find((one) => one.id === id)).toMatchObject({ what: 'jobs.csv', jobs: 2 });
    const listed = ((await manager().get('/api/jobs?status=open&find=crane').expect(200)).body as { rows: { id: string }[] }).rows;
    const { tasks } = await job(listed[0]!.id);
    await manager().post(`/api/tasks/${tasks[0]!.id}/tick`).send({ done: true, version: tasks[0]!.version }).expect(200);
    expect((await manager().post(`/api/season/${id}/undo`).expect(200)).body as TakenBack).toEqual({ takenBack: 1, left: 1 });
    const after = await begin(part(1), { id });
    expect(after.status).toBe(404);
  });

  it('has a cell for each heading in every row, so that one can be put right that the file does not hold', async () => {
    expect((await readRows('Sallow Ferry')).rows).toEqual([['Sallow Ferry', '', '', '', '', '', '']]);
  });

  it('takes what was decided for a row in doubt', async () => {
    const [one, two] = [await client({ name: 'Kelly' }), await client({ name: 'Kelly' })];
    const file = await readRows('Kelly,,,Ring them,30 Apr 2026,,');
    const [row] = await look(file);
    expect(row!.verdict).toMatchObject({ kind: 'doubtful', candidates: expect.arrayContaining([expect.objectContaining({ id: one })]) as unknown[] });
    const [decided] = await look(file, { decisions: [{ line: 2, as: two }] });
    expect(decided!.verdict).toMatchObject({ kind: 'new', clientId: two });
  });

  it('begins none of a part where one of it is refused, and says which line', async () => {
    await client({ name: 'Quiet Vet' });
    const file = await readRows('Quiet Vet,,,First thing,30 Apr 2026,,', 'Quiet Vet,,,Second thing,30 Apr 2026,contractor,');
    const answer = await begin(file);
    expect(answer.status).toBe(422);
    expect(problemOf(answer).errors![0]!.message).toMatch(/^Line 3, Quiet Vet: contractor.* does not see this client/);
    expect(((await manager().get('/api/jobs?status=open&find=First thing').expect(200)).body as { rows: object[] }).rows).toEqual([]);
  });

  it('leaves fees to whoever may see them, and refuses what is no table', async () => {
    const file = (await read(`${HEAD}\nDunmarra Oysters Ltd,,,X,30 Apr 2026,,10`, 'jobs.csv', 'preparer')).body as JobFile;
    expect(file.targets.map((target) => target.key)).not.toContain('fee');
    expect((await read('', 'empty.csv')).status).toBe(422);
    expect((await read(`${HEAD}\n${'x,,,y,30 Apr 2026,,\n'.repeat(2_001)}`)).status).toBe(422);
    await manager()
      .post('/api/job-files/look')
      .send({ mapping: ['client'], rows: [{ cells: [1] }], from: 2 })
      .expect(422);
    await manager()
      .post('/api/job-files/look')
      .send({ mapping: ['client'], rows: ['x'], from: 2 })
      .expect(422);
  });
});
