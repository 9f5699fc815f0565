import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Temporal } from '@steady/core/calendar';
import type { Telling } from '@steady/core/notices';
import type { ClientView } from '@steady/contract/clients';
import type { TellingView } from '@steady/contract/notices';
import type { RequestPart, SendPreview } from '@steady/contract/requests';
import { aPdf } from './a-pdf';
import { THREE, atWork } from './at-work';
import { type Agent, type TestApp, asksOf, insidePortal, key, morning, portalAsks, startTestApp } from './support';

let t: TestApp;
let number = 0;
let clientId: string;
let jobId: string;
let inside: Agent;
let items: { id: string; name: string }[];
const { manager, client, begun } = atWork(() => t);
const preparer = () => t.firm.as.preparer!;

beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
beforeEach(async () => {
  t.clock.set(morning('2026-03-11'));
  number += 1;
  clientId = await client({ name: `Knot ${number} Ltd`, contact: { name: `Kay ${number}`, email: `k${number}@knot.example` } });
  jobId = await begun(THREE, { clientId });
  const request = { title: 'Records', dueOn: '2026-03-20', items: [{ name: 'Bank statement' }, { name: 'Sales list' }] };
  await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(request).expect(201);
  items = (await asksOf<RequestPart>(manager(), jobId))[0]!.part.items;
  inside = await insidePortal(t, `Kay ${number}`);
});

const ALL_AT_ONCE: Telling = { 'came in': 'at once', completed: 'at once', asked: 'at once' };
const NONE: Telling = { 'came in': 'not', completed: 'not', asked: 'not' };
const wish = (who: Agent, telling: Telling) => who.put('/api/you/told').send({ telling }).expect(204);
const answer = (at: number, text = 'here it is') => inside.post(`/api/portal/items/${items[at]!.id}/words`).set(key()).send({ text }).expect(204);
const asks = (at: number, text: string) => inside.post(`/api/portal/items/${items[at]!.id}/question`).set(key()).send({ text }).expect(204);
/** What went to people of the firm about this client. */
const mails = async () => {
  await t.tick();
  await t.drain();
  return (await t.letters()).filter(({ subject, body }) => subject.includes('what clients sent and asked') && body.includes(`Knot ${number} Ltd`));
};

describe('a person of the firm', () => {
  it('is told as everybody is at first: questions and what is complete in the morning, the rest in the application', async () => {
    expect((await preparer().get('/api/you/told').expect(200)).body as TellingView).toEqual({
      telling: { 'came in': 'not', completed: 'once a day', asked: 'once a day' },
    });
    await answer(0);
    await answer(1);
    await asks(1, 'Is that the right one?');
    expect(await mails()).toEqual([]);
    t.clock.set(morning('2026-03-12'));
    const sent = await mails();
    expect(sent.map(({ to }) => to).sort()).toEqual([expect.stringContaining('manager'), expect.stringContaining('preparer')]);
    expect(sent[0]!.body).toContain('has sent all that was asked for in Records');
    expect(sent[0]!.body).toContain('asked about Sales list: "Is that the right one?"');
    expect(sent[0]!.body).not.toContain('here it is');
    t.clock.set(morning('2026-03-13'));
    expect(await mails()).toHaveLength(2);
  });

  it('is told at once, or not by mail at all, as each wishes; several things as one mail', async () => {
    await wish(manager(), NONE);
    await wish(preparer(), ALL_AT_ONCE);
    await answer(0);
    await answer(1);
    const [mail, ...others] = await mails();
    expect(others).toEqual([]);
    expect(mail!.to).toContain('preparer');
    expect(mail!.body.match(/^- /gm)).toHaveLength(3);
    expect(await mails()).toHaveLength(1);
  });

  it('is told no more of what waited, once they do not wish it', async () => {
    await wish(manager(), NONE);
    await wish(preparer(), { ...NONE, 'came in': 'once a day' });
    await answer(0);
    await wish(preparer(), NONE);
    t.clock.set(morning('2026-03-12'));
    expect(await mails()).toEqual([]);
  });

  it('gets the mail of the day on working days, not before eight', async () => {
    await wish(manager(), NONE);
    await wish(preparer(), { ...NONE, asked: 'once a day' });
    await asks(0, 'Which account?');
    t.clock.set(morning('2026-03-14'));
    expect(await mails()).toEqual([]);
    t.clock.set(Temporal.Instant.from('2026-03-16T07:30:00Z'));
    expect(await mails()).toEqual([]);
    t.clock.set(morning('2026-03-16'));
    expect(await mails()).toHaveLength(1);
  });

  it('says how in words that exist, and only for themselves', async () => {
    await preparer()
      .put('/api/you/told')
      .send({ telling: { ...NONE, asked: 'by pigeon' } })
      .expect(422);
    await wish(preparer(), ALL_AT_ONCE);
    expect(((await t.other.as.manager!.get('/api/you/told').expect(200)).body as TellingView).telling.asked).toBe('once a day');
  });
});

it('is said before a request goes of which nobody would be told that something came', async () => {
  const alone = await client({ name: `Knot alone ${number} Ltd`, managerId: undefined, preparerId: undefined, partnerId: undefined });
  const of = await begun(THREE, { clientId: alone });
  const request = { title: 'Records', dueOn: '2026-03-20', items: [{ name: 'Bank statement' }] };
  const look = async (who: Agent, job: string) =>
    ((await who.post(`/api/jobs/${job}/requests/preview`).send(request).expect(200)).body as SendPreview).warnings;
  await wish(manager(), NONE);
  expect(await look(manager(), jobId)).toBeUndefined();
  expect(await look(manager(), of)).toEqual([expect.stringContaining('Nobody of us would be told')]);
  await wish(manager(), ALL_AT_ONCE);
  expect(await look(manager(), of)).toBeUndefined();
});

describe('of what is signed', () => {
  /** A document that two are to sign, one after the other. @returns the part of the first */
  const given = async () => {
    const { body } = await manager().post(`/api/jobs/${jobId}/documents`).attach('file', aPdf(), 'accounts.pdf').expect(201);
    const { contacts } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView;
    const second = { name: `Kit ${number}`, email: `kit${number}@knot.example`, signs: true };
    const { body: kit } = await manager().post(`/api/clients/${clientId}/contacts`).set(key()).send(second).expect(201);
    const signerIds = [contacts[0]!.id, (kit as { id: string }).id];
    const asked = { documentId: (body as { id: string }).id, title: 'Accounts', dueOn: '2026-03-20', signerIds };
    await manager().post(`/api/jobs/${jobId}/signatures`).set(key()).send(asked).expect(201);
    return (await portalAsks(inside, 'signature'))[0]!.partyId;
  };

  const said = async () => (await mails()).map(({ body }) => body).join('\n');

  it('each signature is told while others are outstanding, and a refusal with its reason', async () => {
    await wish(manager(), NONE);
    await wish(preparer(), ALL_AT_ONCE);
    const partyId = await given();
    await inside
      .post(`/api/portal/signatures/${partyId}/sign`)
      .send({ signedAs: `Kay ${number}`, agreed: true })
      .expect(204);
    expect(await said()).toContain(`signed Accounts as "Kay ${number}"`);
    const kit = await insidePortal(t, `Kit ${number}`);
    const { partyId: second } = (await portalAsks(kit, 'signature'))[0]!;
    await kit.post(`/api/portal/signatures/${second}/refuse`).send({ reason: 'The stock is wrong.' }).expect(204);
    expect(await said()).toContain('refused to sign Accounts: "The stock is wrong."');
  });
});
