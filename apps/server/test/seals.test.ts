import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { checkSeals } from '@steady/core/seals';
import type { SealView } from '@steady/contract/seals';
import type { TodayView } from '@steady/contract/today';
import { StaffSessions } from '../src/areas/team';
import { EFFECT_TRIES } from '../src/platform/events/tries';
import { SESSION_COOKIE } from '../src/platform/identity';
import { atSigning } from './at-signing';
import { problemOf } from './at-work';
import { type Agent, type TestApp, browser, morning, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { here, give, standing, sign, manager } = atSigning(() => t);
/** Whoever runs the firm, who came in a moment ago: a certificate is not brought by a page left open. */
beforeEach(async () => {
  const session = await t.app.get(StaffSessions).begin(t.firm.id, t.firm.members.partner!);
  partner = () => browser(t.app, `${SESSION_COOKIE}=${session}`);
});

const fixture = (name: string) => readFileSync(new URL(`../../../packages/core/src/seals/fixtures/${name}.p12`, import.meta.url)).toString('base64');
let partner: () => Agent;
const bring = (name: string, password = 'tide & turn') =>
  partner()
    .post('/api/seal/bring')
    .send({ file: fixture(name), password });
const view = async () => (await partner().get('/api/seal').expect(200)).body as SealView;
const runsOut = async (who = partner()) => ((await who.get('/api/today').expect(200)).body as TodayView).sealRunsOut;
const sealOfCopy = async () => {
  await give(here.people.slice(0, 1));
  await sign(here.owner);
  for (let tries = 0; tries < EFFECT_TRIES && (await standing()).part.copy === null; tries += 1) {
    t.clock.set(t.clock.now().add({ hours: 6 }));
    await t.drain();
  }
  const { copy, copyFault } = (await standing()).part;
  if (copy === null) return copyFault;
  const { body } = await manager().get(`/api/documents/${copy.id}/content`).buffer(true).expect(200);
  return (await checkSeals(Uint8Array.from(body as Buffer)))[0]!;
};

describe('a certificate that the firm brings', () => {
  it('is for whoever runs the firm, is refused with what is wrong with it, and is there once', async () => {
    await manager()
      .post('/api/seal/bring')
      .send({ file: fixture('rsa') })
      .expect(403);
    expect(problemOf(await bring('rsa', 'tide').expect(422)).errors).toEqual([
      { field: 'password', message: expect.stringContaining('does not open it') as string },
    ]);
    expect(problemOf(await bring('not-for-signing').expect(422)).errors![0]!.field).toBe('file');
    expect(problemOf(await partner().post('/api/seal/bring').send({ file: 'no file' }).expect(422)).errors![0]!.field).toBe('file');
    await bring('rsa').expect(204);
    expect((await view()).current).toMatchObject({ issued: { to: 'Marram & Tern', by: 'Harbour certificates' }, replacedAt: null });
    expect(problemOf(await bring('rsa').expect(422)).errors![0]!.message).toBe('This certificate seals already.');
    await bring('ec-without-password', '').expect(204);
    expect((await view()).older).toHaveLength(1);
    expect(problemOf(await bring('rsa').expect(422)).errors![0]!.message).toContain('was replaced before');
  });

  it('seals what all have signed', async () => {
    expect(await sealOfCopy()).toMatchObject({ holds: true, fingerprint: (await view()).current!.fingerprint, by: 'Marram & Tern' });
  });

  it('is warned of 60 days before it runs out; run out, it seals nothing until there is another', async () => {
    expect(await runsOut()).toBeNull();
    await bring('short').expect(204);
    expect(await runsOut()).toContain('2026-03-20');
    expect(await runsOut(manager())).toBeNull();
    t.clock.set(morning('2026-03-23'));
    const before = t.clock.now();
    expect(await sealOfCopy()).toContain('The certificate of the seal has run out');
    const { id } = await standing();
    t.clock.set(before);
    await partner()
      .post('/api/seal/replace')
      .send({ fingerprint: (await view()).current!.fingerprint })
      .expect(204);
    expect(await runsOut()).toBeNull();
    expect((await view()).current).toMatchObject({ issued: null });
    await manager().post(`/api/asks/${id}/signed-copy`).expect(204);
    await t.drain();
    expect((await standing()).part.copy).not.toBeNull();
  });
});
