import { randomBytes } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, readdirSync, renameSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FilesKept } from '@steady/contract/documents';
import { DocumentsService } from '../src/areas/documents';
import { Backups } from '../src/platform/backups/backups';
import { restore } from '../src/platform/backups/restore';
import { Database, rows } from '../src/platform/database';
import { FileStore, FilesRound, MasterKeyError } from '../src/platform/files';
import { changeMasterKey, masterKeyFile, readKeyFile } from '../src/platform/files/keys';
import { SealBrokenError, sealing, unsealing } from '../src/platform/files/sealing';
import { settingsWith } from '../src/platform/settings';
import { type KillableFirm, openKillableFirm } from './killable-firm';
import { PASSWORD, type TestApp, clientWithVat, jobOf, startTestApp, unzipped } from './support';

const KEY = Buffer.alloc(32, 7);
async function through(content: Buffer, stream: NodeJS.ReadWriteStream, cut = 4096): Promise<Buffer> {
  const pieces = Array.from({ length: Math.ceil(content.length / cut) }, (_, at) => content.subarray(at * cut, (at + 1) * cut));
  const [read] = await Promise.all([buffer(stream), pipeline(Readable.from(pieces), stream)]);
  return read;
}
const seal = (content: Buffer) => through(content, sealing(KEY));
const open = (sealed: Buffer) => through(sealed, unsealing(KEY));

describe('what is sealed', () => {
  it('opens to what it was, whatever its length and however it comes', async () => {
    const lengths = fc.oneof(fc.integer({ min: 0, max: 300 }), fc.constantFrom(65_535, 65_536, 65_537, 131_072, 200_001));
    await fc.assert(
      fc.asyncProperty(lengths, fc.integer({ min: 1, max: 90_000 }), async (length, cut) => {
        const content = randomBytes(length);
        expect((await through(await seal(content), unsealing(KEY), cut)).equals(content)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  it('does not open with another key, changed anywhere, cut short, in another order, or lengthened', async () => {
    const sealed = await seal(randomBytes(200_000));
    await expect(through(sealed, unsealing(Buffer.alloc(32, 8)))).rejects.toThrow(SealBrokenError);
    for (const at of [0, 10, 40, 70_000, sealed.length - 1]) {
      const changed = Buffer.from(sealed);
      changed[at]! ^= 1;
      await expect(open(changed)).rejects.toThrow(SealBrokenError);
    }
    const piece = 65_536 + 16;
    const [head, first, second] = [sealed.subarray(0, 36), sealed.subarray(36, 36 + piece), sealed.subarray(36 + piece, 36 + 2 * piece)];
    for (const length of [0, 20, 36, 36 + piece, 36 + 2 * piece, sealed.length - 5])
      await expect(open(sealed.subarray(0, length))).rejects.toThrow(SealBrokenError);
    await expect(open(Buffer.concat([head, second, first, sealed.subarray(36 + 2 * piece)]))).rejects.toThrow(SealBrokenError);
    await expect(open(Buffer.concat([sealed, Buffer.from('more')]))).rejects.toThrow(SealBrokenError);
  });
});

describe('files of clients', () => {
  let t: TestApp;
  let jobId: string;
  let clientId: string;
  const WORDS = 'Opening balance 1,204.00, closing balance 907.55, Dunmarra Oysters';
  const add = (content: string, name = 'bank.txt') => t.firm.as.manager!.post(`/api/jobs/${jobId}/documents`).attach('file', Buffer.from(content), name);
  const added = async (content: string, name?: string) => ((await add(content, name).expect(201)).body as { id: string }).id;
  const read = (id: string) => t.firm.as.manager!.get(`/api/documents/${id}/content`);
  const folder = () => join(t.settings.dataFolder, 'files', t.firm.id);
  const stored = () => readdirSync(folder(), { recursive: true, encoding: 'utf8' }).filter((name) => name.length > 10);
  const placeOf = async (id: string) => {
    const [found] = await t.database.asOwner((tx) => rows<{ address: string }>(tx, sql`select address from documents where id = ${id}`));
    return join(folder(), found!.address.slice(0, 2), found!.address);
  };
  const kept = async () => (await t.firm.as.administrator!.get('/api/firm/files').expect(200)).body as FilesKept;
  const goRound = async () => {
    t.clock.advance({ hours: 21 });
    return t.app.get(FilesRound).go(t.firm.id);
  };

  beforeAll(async () => {
    t = await startTestApp({ firmQuota: 3_000, clientQuota: 2_000 });
    clientId = await clientWithVat(t);
    await t.drain();
    await t.tick();
    jobId = await jobOf(t, clientId);
  });
  afterAll(() => t.close());

  it('lie sealed under an address that is no hash of theirs, the same once, of another firm under another', async () => {
    const id = await added(WORDS);
    expect((await read(id).expect(200)).text).toBe(WORDS);
    const place = await placeOf(id);
    const onDisk = readFileSync(place);
    expect(onDisk.includes('Dunmarra')).toBe(false);
    expect(statSync(place).mode & 0o77).toBe(0);
    expect(statSync(masterKeyFile(t.settings.dataFolder)).mode & 0o777).toBe(0o600);
    const before = stored().length;
    await added(WORDS, 'the same under another name.txt');
    expect(stored()).toHaveLength(before);
    expect(readFileSync(place).equals(onDisk)).toBe(true);
    const [ours, theirs] = await t.database.asOwner((tx) =>
      rows<{ id: string; fileKey: string }>(tx, sql`select id, file_key as "fileKey" from firms order by (id = ${t.firm.id}) desc`),
    );
    const store = t.app.get(FileStore);
    const [a, b] = [await store.keepBytes(ours!, Buffer.from(WORDS)), await store.keepBytes(theirs!, Buffer.from(WORDS))];
    expect(place.endsWith(a.address)).toBe(true);
    expect(b.address).not.toBe(a.address);
    await expect(store.read(ours!, b.address)).rejects.toThrow('missing where files are kept');
  });

  it('that are damaged or missing are told, never served in part; the same sent again mends it', async () => {
    const id = await added(`${WORDS} ${'and so on '.repeat(20_000)}`, 'long.txt');
    const place = await placeOf(id);
    const whole = readFileSync(place);
    for (const wrong of [
      whole.subarray(0, 100_000),
      Buffer.concat([whole.subarray(0, 150_000), Buffer.from([whole[150_000]! ^ 1]), whole.subarray(150_001)]),
    ]) {
      writeFileSync(place, wrong);
      expect((await read(id).expect(410)).body).toMatchObject({ code: 'file-damaged' });
    }
    await goRound();
    expect((await kept()).wrong).toEqual([{ id, name: 'long.txt', clientId, client: 'Dunmarra Oysters Ltd', why: 'damaged' }]);
    rmSync(place);
    await read(id).expect(410);
    await goRound();
    expect(await kept()).toMatchObject({ wrongInAll: 1, wrong: [{ why: 'missing' }] });
    await t.firm.as.manager!.post('/api/you/confirm').send({ password: PASSWORD }).expect(204);
    const files = await unzipped(t.firm.as.manager!.get(`/api/clients/${clientId}/whole.zip`));
    const told = new TextDecoder().decode(files['Missing files.txt']);
    expect(told).toContain('long.txt');
    expect(told).not.toContain('bank.txt');
    expect(Object.keys(files).some((name) => name.endsWith('long.txt'))).toBe(false);
    expect(Object.keys(files).some((name) => name.endsWith('bank.txt'))).toBe(true);
    await added(`${WORDS} ${'and so on '.repeat(20_000)}`, 'long, once more.txt');
    await read(id).expect(200);
    await goRound();
    expect(await kept()).toMatchObject({ wrong: [], wrongInAll: 0 });
    expect((await kept()).checkedSince).not.toBeNull();
  });

  it('whose record is refused leave nothing behind, and take nothing from another', async () => {
    const before = stored();
    await t.database.asOwner((tx) => tx.execute(sql`alter table documents add constraint trial check (name <> 'refused.txt')`));
    await add('never seen before', 'refused.txt').expect(500);
    // On a server another process may be about to name it: the round clears it away.
    if (t.settings.databaseUrl === null) expect(stored()).toEqual(before);
    await add(WORDS, 'refused.txt').expect(500);
    expect(stored()).toEqual(expect.arrayContaining(before));
    await t.database.asOwner((tx) => tx.execute(sql`alter table documents drop constraint trial`));
  });

  it('that no record names go away with the round, a day later; the others stay', async () => {
    const claimed = (await t.database.asOwner((tx) => rows<{ address: string }>(tx, sql`select address from stored_files`))).map(({ address }) => address);
    const [firm] = await t.database.asOwner((tx) =>
      rows<{ id: string; fileKey: string }>(tx, sql`select id, file_key as "fileKey" from firms where id = ${t.firm.id}`),
    );
    const { address } = await t.app.get(FileStore).keepBytes(firm!, Buffer.from('nobody names it'));
    const place = join(folder(), address.slice(0, 2), address);
    await goRound();
    expect(existsSync(place)).toBe(true);
    for (const name of stored()) utimesSync(join(folder(), name), new Date('2020-01-01'), new Date('2020-01-01'));
    await goRound();
    expect(existsSync(place)).toBe(false);
    expect(
      stored()
        .map((name) => name.slice(3))
        .sort(),
    ).toEqual(claimed.sort());
  });

  it('are taken in from outside within bounds, for a client and in all', async () => {
    const { body } = await t.firm.as.manager!.get(`/api/clients/${clientId}`).expect(200);
    const contactId = (body as { contacts: { id: string }[] }).contacts[0]!.id;
    const room = async (bytes: number) => {
      await t.database.asOwner(async (tx) => {
        await tx.execute(sql`update documents set from_outside = true, bytes = ${bytes} where client_id = ${clientId} and name = 'bank.txt'`);
        await tx.execute(
          sql`update stored_files set from_outside = true, bytes = ${bytes} where address in (select address from documents where client_id = ${clientId} and name = 'bank.txt')`,
        );
      });
      const who = { firmId: t.firm.id, actor: { kind: 'client' as const, id: contactId, name: 'Bríd Foley' } };
      return t.works.run(who, (work) => t.app.get(DocumentsService).mayTakeIn(work, clientId));
    };
    await expect(room(1_999)).resolves.toBeUndefined();
    await expect(room(2_000)).rejects.toThrow('There is no room for more files sent here for this client');
    expect(await kept()).toMatchObject({ bytesFromOutside: 2_000, mostFromOutside: 3_000 });
  });
});

describe.skipIf(process.env.TEST_DATABASE_URL)('the master key', () => {
  const root = mkdtempSync(join(tmpdir(), 'steady-keys-'));
  afterAll(() => rmSync(root, { recursive: true, force: true }));
  const data = join(root, 'data');
  const paper = Buffer.from('a paper of a client');
  let address: string;
  const keep = (firm: KillableFirm) =>
    firm.works.run(firm.orla, async (work) => {
      const store = firm.app.get(FileStore);
      const file = await store.keepBytes(work.firm, paper);
      await store.claim(work, file);
      return file.address;
    });
  const readBack = (firm: KillableFirm) =>
    firm.works.run(firm.orla, async (work) => buffer(await firm.app.get(FileStore).read(work.firm, address)), { readOnly: true });

  it('is wanted at each start: without it, or with another, nothing is begun', { timeout: 120_000 }, async () => {
    const firm = await openKillableFirm(data);
    address = await keep(firm);
    await firm.app.close();
    const file = masterKeyFile(data);
    const key = readFileSync(file, 'utf8').trim();
    renameSync(file, `${file}.away`);
    await expect(openKillableFirm(data)).rejects.toThrow(`The master key is missing: ${file}`);
    expect(existsSync(file)).toBe(false);
    writeFileSync(file, 'ff'.repeat(32));
    await expect(openKillableFirm(data)).rejects.toThrow(MasterKeyError);
    await expect(openKillableFirm(data, { masterKey: 'not a key' })).rejects.toThrow('64 hexadecimal digits');
    rmSync(file);
    const given = await openKillableFirm(data, { masterKey: key });
    expect((await readBack(given)).equals(paper)).toBe(true);
    await given.app.close();
    renameSync(`${file}.away`, file);
  });

  it('can be changed; a change that was interrupted is taken to its end or back', { timeout: 120_000 }, async () => {
    const file = masterKeyFile(data);
    const old = readFileSync(file, 'utf8');
    const opened = await Database.open(settingsWith({ dataFolder: data }));
    await changeMasterKey(opened, data, null);
    await opened.close();
    const fresh = readFileSync(file, 'utf8');
    expect(fresh).not.toBe(old);
    // Ended after the database had taken the new key, and before its file had its name.
    renameSync(file, `${file}.new`);
    writeFileSync(file, old);
    const firm = await openKillableFirm(data);
    expect((await readBack(firm)).equals(paper)).toBe(true);
    await firm.app.close();
    expect(readFileSync(file, 'utf8')).toBe(fresh);
    // Ended before.
    writeFileSync(`${file}.new`, old);
    const again = await openKillableFirm(data);
    expect((await readBack(again)).equals(paper)).toBe(true);
    await again.app.close();
    expect(existsSync(`${file}.new`)).toBe(false);
  });

  it('is not in a backup; one that is sealed opens with its own key alone', { timeout: 120_000 }, async () => {
    const backupKey = 'ab'.repeat(32);
    const firm = await openKillableFirm(data, { backupKey });
    const made = (await firm.app.get(Backups).make())!;
    await firm.app.close();
    expect(made).toMatchObject({ proved: true });
    expect(made.name).toMatch(/\.tar\.gz\.sealed$/);
    const archive = join(root, 'data-backups', made.name);
    const elsewhere = { archive, dataFolder: join(root, 'elsewhere'), agree: () => Promise.resolve(true) };
    const sealedWith = Buffer.from(backupKey, 'hex');
    const masterKey = readKeyFile(masterKeyFile(data));
    await expect(restore({ ...elsewhere, masterKey, backupKey: null })).rejects.toThrow('is sealed. Give the key');
    await expect(restore({ ...elsewhere, masterKey, backupKey: Buffer.alloc(32) })).rejects.toThrow('not a whole backup');
    await expect(restore({ ...elsewhere, masterKey: Buffer.alloc(32), backupKey: sealedWith })).rejects.toThrow('is another than the one given');
    expect(existsSync(elsewhere.dataFolder)).toBe(false);
    expect((await restore({ ...elsewhere, masterKey, backupKey: sealedWith })).done).toBe(true);
    const back = await openKillableFirm(elsewhere.dataFolder);
    expect((await readBack(back)).equals(paper)).toBe(true);
    await back.app.close();
  });
});
