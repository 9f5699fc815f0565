import type { Server } from 'node:http';
import { PDFDocument } from '@cantoo/pdf-lib';
import { sql } from 'drizzle-orm';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { checkSeals, latin1 } from '@steady/core/seals';
import { recordIn } from '@steady/core/signing';
import type { SendPreview } from '@steady/contract/requests';
import type { CheckSealDoor, SealView } from '@steady/contract/seals';
import type { TodayView } from '@steady/contract/today';
import { SealsService } from '../src/areas/seals';
import { TimeAuthority } from '../src/outside/time-authority';
import { rows } from '../src/platform/database';
import { EFFECT_TRIES } from '../src/platform/events/tries';
import { atSigning } from './at-signing';
import { problemOf } from './at-work';
import { type Agent, type TestApp, bytesOf, insidePortal, key, portalAsks, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, received, of, here, filed, input, give, standing, sign } = atSigning(() => t);
const nobody = () => request(t.app.getHttpServer() as Server);
const boss = () => t.firm.as.administrator!;
const content = async (who: Agent, path: string) => Buffer.from(await bytesOf(who.get(path)));

describe('the signed copy', () => {
  it('is made when the last has signed and not before: the very bytes, the record, a seal that anybody checks', async () => {
    await give(here.people);
    const { inside: first, partyId: firstId } = await sign(here.owner);
    expect((await standing()).part.copy).toBeNull();
    await first.get(`/api/portal/signatures/${firstId}/signed`).expect(404);
    const { inside, partyId } = await sign(`Dara ${of.count}`);

    const { part, state } = await standing();
    expect(state).toBe('done');
    expect(part).toMatchObject({ copyFault: null, copy: { name: 'accounts, signed.pdf' } });
    const copy = await content(manager(), `/api/documents/${part.copy!.id}/content`);
    expect(copy.subarray(0, here.original.length).equals(here.original)).toBe(true);
    const { current, address } = (await manager().get('/api/seal').expect(200)).body as SealView;
    expect(await checkSeals(copy)).toMatchObject([{ holds: true, added: 0, fingerprint: current!.fingerprint, stamp: { by: 'Simulated time authority' } }]);
    expect(recordIn(latin1(copy))).toMatchObject({
      title: 'Accounts 2025',
      document: { name: 'accounts.pdf', bytes: here.original.length },
      signers: [
        { name: here.owner, signedAs: `${here.owner} writing`, email: expect.stringContaining('@') as string, notedBy: null },
        { name: `Dara ${of.count}`, signedAs: `Dara ${of.count} writing` },
      ],
    });
    expect(recordIn(latin1(copy))!.steps.map(({ who, did }) => `${who} ${did}`)).toEqual(
      expect.arrayContaining([`${here.owner} was asked`, `Dara ${of.count} signed it as “Dara ${of.count} writing”`]),
    );
    expect((await PDFDocument.load(copy)).getPageCount()).toBe(2);

    // Both sides have it, and everybody who signed is told.
    expect((await content(inside, `/api/portal/signatures/${partyId}/signed`)).equals(copy)).toBe(true);
    expect((await content(first, `/api/portal/signatures/${firstId}/signed`)).equals(copy)).toBe(true);
    expect((await received('signed by everybody')).map(({ to }) => to).sort()).toEqual([here.owner, `Dara ${of.count}`].sort());
    const page = (await nobody().get(`/api/check-seal/${address}`).expect(200)).body as CheckSealDoor;
    expect(page.certificates).toEqual([current]);
  });

  it('is filed once, beside the original, and neither can be thrown away', async () => {
    const documentId = await give(here.people.slice(0, 1));
    await sign(here.owner);
    const { copy } = (await standing()).part;
    await t.drain();
    for (const id of [documentId, copy!.id]) {
      const taken = await boss()
        .post('/api/documents/take-out')
        .set(key())
        .send({ documentIds: [id] });
      expect(JSON.stringify(taken.body)).toMatch(/given for signature|what was signed/);
    }
    const { body } = await manager().get(`/api/jobs/${here.jobId}`).expect(200);
    const names = (body as { documents: { name: string }[] }).documents.map(({ name }) => name);
    expect(names.filter((name) => name.includes('signed'))).toEqual(['accounts, signed.pdf']);
  });

  it('is made of what was signed on paper too, and says so', async () => {
    await give(here.people.slice(0, 1));
    const [party] = (await standing()).parties;
    await manager().post(`/api/signers/${party!.id}/on-paper`).send({ on: '2026-03-10' }).expect(204);
    await t.drain();
    const copy = await content(manager(), `/api/documents/${(await standing()).part.copy!.id}/content`);
    expect(recordIn(latin1(copy))!.signers).toMatchObject([
      { name: here.owner, signedAs: null, email: null, notedBy: 'manager of Marram & Tern', hasScan: false },
    ]);
  });

  it('is not made of what is refused or withdrawn', async () => {
    await give(here.people);
    const inside = await insidePortal(t, here.owner);
    const [asked] = await portalAsks(inside, 'signature');
    await inside.post(`/api/portal/signatures/${asked!.partyId}/refuse`).send({ reason: 'The stock is wrong.' }).expect(204);
    await t.drain();
    expect((await standing()).part.copy).toBeNull();
    expect(
      problemOf(
        await manager()
          .post(`/api/asks/${(await standing()).id}/signed-copy`)
          .expect(409),
      ).code,
    ).toBe('no-copy-failed');
  });

  it('that cannot be made is said so, and is made when somebody has it tried again', async () => {
    const outage = vi.spyOn(t.app.get(TimeAuthority), 'stamp').mockRejectedValue(new Error('The time authority does not answer.'));
    await give(here.people.slice(0, 1));
    await sign(here.owner);
    for (let tries = 0; tries < EFFECT_TRIES; tries += 1) {
      t.clock.set(t.clock.now().add({ hours: 6 }));
      await t.drain();
    }
    const { id, part } = await standing();
    expect(part).toMatchObject({ copy: null, copyFault: expect.stringContaining('does not answer') as string });
    const failed = async () => ((await manager().get('/api/today').expect(200)).body as TodayView).failed.rows.filter(({ kind }) => kind === 'signed copy');
    expect(await failed()).toMatchObject([
      { id, jobId: here.jobId, what: 'Signed copy of Accounts 2025', why: 'it could not be made: The time authority does not answer.' },
    ]);
    outage.mockRestore();
    await manager().post(`/api/asks/${id}/signed-copy`).expect(204);
    expect(await failed()).toEqual([]);
    await t.drain();
    expect((await standing()).part).toMatchObject({ copyFault: null, copy: { name: 'accounts, signed.pdf' } });
    expect(problemOf(await manager().post(`/api/asks/${id}/signed-copy`).expect(409)).code).toBe('no-copy-failed');
  });
});

describe('a document that is to be signed', () => {
  const preview = async (file: Buffer) =>
    manager()
      .post(`/api/jobs/${here.jobId}/signatures/preview`)
      .send(input(await filed(file, 'given.pdf'), here.people));

  it('is warned of where it is sealed already or is a form, and refused where nobody could read it', async () => {
    await give(here.people.slice(0, 1));
    await sign(here.owner);
    const sealed = await content(manager(), `/api/documents/${(await standing()).part.copy!.id}/content`);
    expect(((await preview(sealed)).body as SendPreview).warnings).toContainEqual(expect.stringMatching(/is sealed already\. That seal stays/));
    const form = await PDFDocument.create();
    form.getForm().createTextField('turnover').addToPage(form.addPage());
    expect(((await preview(Buffer.from(await form.save()))).body as SendPreview).warnings).toContainEqual(
      expect.stringMatching(/is a form: what is filled in elsewhere/),
    );
    const locked = await PDFDocument.create();
    locked.addPage();
    locked.encrypt({ userPassword: 'harbour', ownerPassword: 'harbour' });
    expect(JSON.stringify((await preview(Buffer.from(await locked.save()))).body)).toContain('is protected by a password');
    const broken = await preview(Buffer.from('%PDF-1.7 cut sho'));
    expect([broken.status, JSON.stringify(broken.body)]).toEqual([422, expect.stringContaining('cannot be read as a PDF')]);
    const asked = await manager()
      .post(`/api/jobs/${here.jobId}/signatures`)
      .set(key())
      .send(input(await filed(Buffer.from('%PDF-1.7 cut'), 'cut.pdf'), here.people));
    expect(asked.status).toBe(422);
  });
});

describe('the seal of the firm', () => {
  it('seals nothing on a day before its certificate began: the clock is wrong, and that is said', async () => {
    await give(here.people.slice(0, 1));
    await sign(here.owner);
    const now = t.clock.now();
    t.clock.set(now.subtract({ hours: 24 * 40 }));
    const place = { start: 0, end: 0, whole: 0 };
    await expect(t.app.get(SealsService).seal(t.firm.id, new Uint8Array(), place)).rejects.toThrow('The clock of the computer is behind');
    t.clock.set(now);
  });

  it('is replaced by another certificate; the old one stays published, and of two who replace it one is told', async () => {
    await give(here.people.slice(0, 1));
    await sign(here.owner);
    const before = (await manager().get('/api/seal').expect(200)).body as SealView;
    const { fingerprint } = before.current!;
    await manager().post('/api/seal/replace').send({ fingerprint }).expect(403);
    await boss().post('/api/seal/replace').send({ fingerprint }).expect(204);
    await boss().post('/api/seal/replace').send({ fingerprint }).expect(409);
    const after = (await manager().get('/api/seal').expect(200)).body as SealView;
    expect(after.current!.fingerprint).not.toBe(fingerprint);
    expect(after.older).toContainEqual({ ...before.current, replacedAt: expect.any(String) as string });
    expect(after.address).toBe(before.address);
    const keys = await t.database.asOwner((tx) =>
      rows<{ gone: boolean; current: boolean }>(tx, sql`select key is null as gone, replaced_at is null as current from seal_certificates`),
    );
    expect(keys.every(({ gone, current }) => gone !== current)).toBe(true);
  });

  it('is told to nobody at an address that is none', async () => {
    expect(problemOf(await nobody().get('/api/check-seal/nobody-here').expect(404)).code).toBe('page-not-known');
  });
});
