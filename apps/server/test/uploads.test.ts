import { existsSync, readdirSync, renameSync, utimesSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DocumentAdded } from '@steady/contract/documents';
import { Database } from '../src/platform/database';
import { FileStore, Keys, ResumedUploads } from '../src/platform/files';
import { masterKeyFile } from '../src/platform/files/keys';
import { atDocuments } from './at-documents';
import { atWork, problemOf } from './at-work';
import { type Agent, type TestApp, startTestApp } from './support';

let test: TestApp;
const { manager, list, page, folder, content, readyMade } = atDocuments(() => test);
const { client, begun } = atWork(() => test);
beforeAll(async () => {
  test = await startTestApp();
  await readyMade();
});
afterAll(() => test.close());

const encoded = (metadata: Record<string, string>) =>
  Object.entries(metadata)
    .map(([name, value]) => `${name} ${Buffer.from(value).toString('base64')}`)
    .join(',');
const TUS = { 'Tus-Resumable': '1.0.0' };

const begin = (to: Record<string, string>, size: number, agent: Agent = manager()) =>
  agent
    .post('/api/uploads')
    .set(TUS)
    .set({ 'Upload-Length': String(size), 'Upload-Metadata': encoded(to) });
const part = (at: string, offset: number, bytes: string, agent: Agent = manager()) =>
  agent
    .patch(at)
    .set(TUS)
    .set({ 'Upload-Offset': String(offset), 'Content-Type': 'application/offset+octet-stream' })
    .send(Buffer.from(bytes));
const howFar = (at: string, agent: Agent = manager()) => agent.head(at).set(TUS);
const began = async (to: Record<string, string>, size: number) => (await begin(to, size).expect(201)).headers.location as string;
const leftBehind = () => readdirSync(join(test.settings.dataFolder, 'uploads'));

describe('a file that arrives in parts', () => {
  it('goes on where the line was lost, and is filed once it is whole', async () => {
    const clientId = await client();
    const at = await began({ to: 'client', of: clientId, folder: '', name: 'bank/2026/march.txt' }, 10);
    await part(at, 0, 'first').expect(204);
    expect((await howFar(at).expect(200)).headers['upload-offset']).toBe('5');
    expect((await list(`?client=${clientId}`)).rows).toEqual([]);
    // What was sent already is not taken twice.
    await part(at, 0, 'first').expect(409);
    const answer = JSON.parse((await part(at, 5, ' last').expect(200)).text) as DocumentAdded;
    expect((await content(answer.id)).toString()).toBe('first last');
    expect(await page(answer.id)).toMatchObject({ name: 'march.txt', folder: 'Working papers' });
    expect(leftBehind()).toEqual([]);
    await howFar(at).expect(404);
  });

  it('may come whole with the request that begins it', async () => {
    const clientId = await client();
    const answer = await begin({ to: 'client', of: clientId, name: 'small.txt' }, 5)
      .set('Content-Type', 'application/offset+octet-stream')
      .send(Buffer.from('small'))
      .expect(201);
    expect(answer.headers.location).toMatch(/^\/api\/uploads\/[0-9a-f-]{36}$/);
    const { id } = JSON.parse(answer.text) as DocumentAdded;
    expect((await content(id)).toString()).toBe('small');
    expect(leftBehind()).toEqual([]);
  });

  it('goes into the job and the folder that were chosen', async () => {
    const clientId = await client();
    const jobId = await begun({ phases: [{ key: 'do', name: 'Do', tasks: [] }] }, { clientId });
    const { id: folderId } = await folder(clientId, 'Accounts and tax');
    const at = await began({ to: 'job', of: jobId, folder: folderId, name: 'draft.txt' }, 5);
    const { id } = JSON.parse((await part(at, 0, 'draft').expect(200)).text) as DocumentAdded;
    expect(await page(id)).toMatchObject({ jobId, folder: 'Accounts and tax', access: 'the client reads it' });
  });

  it('can be a newer version of a document that is there', async () => {
    const clientId = await client();
    const first = await began({ to: 'client', of: clientId, name: 'accounts.txt' }, 3);
    const { id } = JSON.parse((await part(first, 0, 'one').expect(200)).text) as DocumentAdded;
    const second = await began({ to: 'document', of: id, name: 'accounts 2.txt' }, 3);
    await part(second, 0, 'two').expect(200);
    expect((await page(id)).earlier.map((one) => one.name)).toEqual(['accounts.txt']);
  });

  it('whose last answer was lost is filed all the same, and once', async () => {
    const clientId = await client();
    const at = await began({ to: 'client', of: clientId, name: 'whole.txt' }, 5);
    const store = test.app.get(FileStore);
    const keep = store.keep.bind(store);
    // The disk that files are kept on is away for a moment.
    store.keep = () => Promise.reject(new Error('away'));
    await part(at, 0, 'whole').expect(500);
    expect((await list(`?client=${clientId}`)).rows).toEqual([]);
    store.keep = keep;
    const [first] = await Promise.all([howFar(at).expect(200), howFar(at)]);
    expect(first.headers['upload-offset']).toBe('5');
    expect((await list(`?client=${clientId}`)).rows.map((row) => row.name)).toEqual(['whole.txt']);
    expect(leftBehind()).toEqual([]);
  });

  it('is filed and read all the same where the file of the master key goes away meanwhile: it is wanted at the start alone', async () => {
    const clientId = await client();
    const at = await began({ to: 'client', of: clientId, name: 'notes.txt' }, 5);
    await part(at, 0, 'ha').expect(204);
    const keyFile = masterKeyFile(test.settings.dataFolder);
    renameSync(keyFile, `${keyFile}.away`);
    try {
      const answer = JSON.parse((await part(at, 2, 'lf!').expect(200)).text) as DocumentAdded;
      expect((await content(answer.id)).toString()).toBe('half!');
      await expect(Keys.open(test.app.get(Database), test.settings.dataFolder, null)).rejects.toThrow(`The master key is missing: ${keyFile}`);
    } finally {
      renameSync(`${keyFile}.away`, keyFile);
    }
  });

  it('may be given up, or is thrown away when it was left half-way', async () => {
    const clientId = await client();
    const at = await began({ to: 'client', of: clientId, name: 'half.txt' }, 10);
    await part(at, 0, 'half').expect(204);
    await manager().delete(at).set(TUS).expect(204);
    await howFar(at).expect(404);
    expect(leftBehind()).toEqual([]);

    const old = await began({ to: 'client', of: clientId, name: 'old.txt' }, 10);
    await part(old, 0, 'half').expect(204);
    const uploads = test.app.get(ResumedUploads);
    await uploads.clear();
    await howFar(old).expect(200);
    const dayBefore = Date.now() / 1000 - 25 * 3_600;
    for (const name of leftBehind()) utimesSync(join(test.settings.dataFolder, 'uploads', name), dayBefore, dayBefore);
    await uploads.clear();
    await howFar(old).expect(404);
    expect(leftBehind()).toEqual([]);
  });
});

describe('a file that may not come', () => {
  it('is refused before its first byte: too large, empty, without a name, to nobody', async () => {
    const clientId = await client();
    const refused = async (to: Record<string, string>, size: number, status: number) => problemOf(await begin(to, size).expect(status));
    const good = { to: 'client', of: clientId, name: 'a.txt' };
    expect((await refused(good, 2_000_000_000, 413)).detail).toBe('A file can have 25 MiB at most. Send it in parts, or a smaller copy.');
    expect((await refused(good, 0, 422)).detail).toBe('This file is empty. Choose another.');
    expect((await refused({ ...good, name: '..' }, 5, 422)).detail).toContain('Rename it');
    await refused({ ...good, to: 'elsewhere' }, 5, 404);
    await refused({ ...good, of: 'x' }, 5, 404);
    await refused({ ...good, of: '00000000-0000-7000-8000-000000000000' }, 5, 404);
    await refused({ ...good, folder: '00000000-0000-7000-8000-000000000000' }, 5, 422);
    await begin(good, 5, test.firm.as.contractor).expect(404);
    expect(leftBehind()).toEqual([]);
  });

  it('is there for nobody but who began it', async () => {
    const clientId = await client();
    const at = await began({ to: 'client', of: clientId, name: 'mine.txt' }, 10);
    for (const agent of [test.firm.as.partner!, test.other.as.manager!]) {
      await howFar(at, agent).expect(404);
      await part(at, 0, 'theirs', agent).expect(404);
      await agent.delete(at).set(TUS).expect(404);
    }
    expect(existsSync(join(test.settings.dataFolder, 'uploads', at.split('/').pop()!))).toBe(true);
    await manager().delete(at).set(TUS).expect(204);
  });

  it('is refused at its end where the client was closed to it meanwhile, and leaves nothing behind', async () => {
    const clientId = await client({ name: 'Twice Ltd' });
    const at = await began({ to: 'client', of: clientId, name: 'late.txt' }, 4);
    const other = await client({ name: 'Twice' });
    await manager().post(`/api/clients/${other}/merge`).send({ otherId: clientId, version: 1, otherVersion: 1, take: [] }).expect(204);
    expect(JSON.parse((await part(at, 0, 'late').expect(409)).text)).toMatchObject({ status: 409 });
    expect(leftBehind()).toEqual([]);
    expect((await list(`?client=${clientId}`)).rows).toEqual([]);
    expect((await list(`?client=${other}`)).rows).toEqual([]);
  });

  it('two hundred at once are all there', async () => {
    const clientId = await client();
    const one = async (index: number) => {
      const at = await began({ to: 'client', of: clientId, name: `${index}.txt` }, 6);
      await part(at, 0, String(index).padStart(6, '0')).expect(200);
    };
    const all = Array.from({ length: 200 }, (_, index) => index);
    for (let from = 0; from < all.length; from += 10) await Promise.all(all.slice(from, from + 10).map(one));
    expect((await folder(clientId, 'Working papers')).documents).toBe(200);
    expect(leftBehind()).toEqual([]);
  });
});
