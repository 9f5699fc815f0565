import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ClientView } from '@steady/contract/clients';
import type { PersonView } from '@steady/contract/contacts';
import type { PortalServices } from '@steady/contract/lines';
import type { OwnDetails, ProposedLine, ProposedView } from '@steady/contract/own-details';
import type { TodayView } from '@steady/contract/today';
import { atPost } from './at-post';
import { problemOf } from './at-work';
import { type Agent, type TestApp, clientWithVat, insidePortal, key, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, admin, client, received, write, of } = atPost(() => t);

let who: Agent;
let contactId: string;
let owner: string;
beforeEach(async () => {
  owner = `Cara ${of.count}`;
  contactId = ((await manager().get(`/api/clients/${of.clientId}`).expect(200)).body as ClientView).contacts[0]!.id;
  await write(of.clientId, 'Hello');
  who = await insidePortal(t, owner);
});

const mine = async (agent = who) => (await agent.get('/api/portal/own-details').expect(200)).body as OwnDetails;
const person = async () => (await manager().get(`/api/contacts/${contactId}`).expect(200)).body as PersonView;
const ask = async (more: object = {}, agent = who) => {
  const { me } = await mine(agent);
  return agent
    .post('/api/portal/own-details/person')
    .set(key())
    .send({ email: me.email, ...more });
};
const askFor = (more: object, agent = who) =>
  agent
    .post('/api/portal/own-details/client')
    .set(key())
    .send({ clientId: of.clientId, name: `Curlew ${of.count} Ltd`, ...more });
const waiting = async (agent = manager()) =>
  ((await agent.get('/api/today').expect(200)).body as TodayView).proposedDetails.rows.filter(({ clientId }) => clientId === of.clientId);
const view = async ({ id }: Pick<ProposedLine, 'id'>) => (await manager().get(`/api/proposed-details/${id}`).expect(200)).body as ProposedView;
const decide = async (line: Pick<ProposedLine, 'id'>, input: object) =>
  manager()
    .post(`/api/proposed-details/${line.id}/decide`)
    .set(key())
    .send({ version: (await view(line)).version, keys: [], ...input });

describe('details that a client asks us to change', () => {
  it('stay as they are until somebody has looked; what is taken over is changed, and said to them', async () => {
    expect((await ask({ phone: '01 555 0142', address: { street: '9 Pier Road', town: 'Port Sallow' } })).status).toBe(204);
    expect(await person()).toMatchObject({ phone: null, address: null });
    expect((await mine()).me.before).toMatchObject({ what: 'Telephone, Address', decidedAt: null, taken: null });
    const [line] = await waiting();
    expect(line).toMatchObject({ by: owner, about: 'person', what: 'Telephone, Address' });
    expect((await view(line!)).changes).toEqual([
      { key: 'phone', label: 'Telephone', before: null, after: '01 555 0142' },
      { key: 'address', label: 'Address', before: null, after: '9 Pier Road, Port Sallow' },
    ]);
    expect((await decide(line!, { keys: ['phone', 'address'] })).status).toBe(204);
    expect(await person()).toMatchObject({ phone: '01 555 0142', address: { street: '9 Pier Road', town: 'Port Sallow' }, name: owner });
    expect(await waiting()).toEqual([]);
    expect((await mine()).me.before).toMatchObject({ taken: 'all', reason: null });
    expect((await received('We have changed what you asked us to: telephone, address.')).length).toBe(1);
    expect(problemOf(await decide(line!, { keys: ['phone'] }))).toMatchObject({ code: 'decided-already' });
  });

  it('are taken over in part, or not at all, with why', async () => {
    await ask({ phone: '01 555 0142', mobile: '085 555 0142' });
    const [line] = await waiting();
    expect(problemOf(await decide(line!, { keys: ['phone'] })).errors).toMatchObject([{ field: 'reason' }]);
    expect((await decide(line!, { keys: ['phone'], reason: 'The mobile has one digit too few.' })).status).toBe(204);
    expect(await person()).toMatchObject({ phone: '01 555 0142', mobile: null });
    expect((await mine()).me.before).toMatchObject({ taken: 'part', reason: 'The mobile has one digit too few.' });
    expect((await received('one digit too few')).length).toBe(1);
  });

  it('a new address for mail shuts the door that the old one opened, as if it were changed by hand', async () => {
    await ask({ email: `new${of.count}@curlew.example` });
    const [line] = await waiting();
    await decide(line!, { keys: ['email'] });
    expect(await person()).toMatchObject({ email: `new${of.count}@curlew.example`, newEmailSince: expect.any(String) });
    await who.get('/api/portal/own-details').expect(401);
  });

  it('of which nothing is new are refused; asked again, the newest counts; a note alone will do', async () => {
    expect(problemOf(await ask())).toMatchObject({ code: 'nothing-new' });
    await ask({ phone: '01 555 0142' });
    await ask({ phone: '01 555 0199', note: 'Ring in the evening.' });
    const lines = await waiting();
    expect(lines).toMatchObject([{ what: 'Telephone, a note' }]);
    expect(await view(lines[0]!)).toMatchObject({ note: 'Ring in the evening.', changes: [{ after: '01 555 0199' }] });
    // Meanwhile it was changed by hand: nothing is left to take over.
    const { version, name, email } = await person();
    await manager().patch(`/api/contacts/${contactId}`).send({ version, name, email, phone: '01 555 0199' }).expect(204);
    expect((await view(lines[0]!)).changes).toEqual([]);
    expect((await decide(lines[0]!, {})).status).toBe(204);
  });

  it.each([
    [{ email: '' }, 'email'],
    [{ phone: 'ring me' }, 'phone'],
    [{ awayUntil: '2026-02-30' }, 'awayUntil'],
    [{ address: { street: '', town: 'Port Sallow' } }, 'address.street'],
  ])('are checked as they are given: %o', async (more, field) => {
    expect(problemOf(await ask(more)).errors).toMatchObject([{ field }]);
  });

  it('of a client they act for, and of no other', async () => {
    const other = await client({ name: `Avocet ${of.count} Ltd` });
    expect((await askFor({ clientId: other, name: 'Mine now Ltd' })).status).toBe(404);
    expect((await askFor({ name: `Curlew ${of.count} Oysters Ltd`, trade: 'Oyster farming' })).status).toBe(204);
    const [line] = await waiting();
    expect(line).toMatchObject({ about: 'client', what: 'Name, Trade' });
    await t.firm.as.contractor!.get(`/api/proposed-details/${line!.id}`).expect(403);
    await decide(line!, { keys: ['name', 'trade'] });
    expect((await manager().get(`/api/clients/${of.clientId}`).expect(200)).body).toMatchObject({
      name: `Curlew ${of.count} Oysters Ltd`,
      trade: 'Oyster farming',
    });
    expect((await mine()).clients[0]).toMatchObject({ name: `Curlew ${of.count} Oysters Ltd`, before: { taken: 'all' } });
  });
});

describe('a proposal of somebody who acts for the client no longer', () => {
  it('keeps nobody’s Today from being read, also of who was granted the client alone', async () => {
    const contractor = t.firm.as.contractor!;
    await admin()
      .post('/api/grants')
      .send({ memberIds: [t.firm.members.contractor], groupIds: [], clientIds: [of.clientId] })
      .expect(200);
    await ask({ phone: '01 555 0142' });
    expect(await waiting(contractor)).toMatchObject([{ by: owner }]);
    await manager().delete(`/api/clients/${of.clientId}/contacts/${contactId}`).expect(204);
    expect(await waiting(contractor)).toMatchObject([{ by: 'somebody', what: 'Telephone' }]);
    expect(await waiting()).toHaveLength(1);
  });
});

describe('our services in the portal', () => {
  const services = async (agent = who) => (await agent.get('/api/portal/services').expect(200)).body as PortalServices[];
  const show = async (isShown: boolean) => {
    const { version } = (await admin().get('/api/firm/shown-fees').expect(200)).body as { version: number };
    await admin().put('/api/firm/shown-fees').send({ isShown, version }).expect(204);
  };

  it('are those in force, with fees where the firm shows them, for those who pay', async () => {
    expect(await services()).toMatchObject([{ services: [] }]);
    const clientId = await clientWithVat(t);
    const name = `Pay ${of.count}`;
    await manager()
      .post(`/api/clients/${clientId}/contacts`)
      .set(key())
      .send({ name, email: `pay${of.count}@dunmarra.example` })
      .expect(201);
    await manager()
      .post(`/api/clients/${clientId}/contacts`)
      .set(key())
      .send({ name: `No ${name}`, email: `no${of.count}@dunmarra.example`, pays: false })
      .expect(201);
    await write(clientId, 'Welcome');
    const [pays, not] = [await insidePortal(t, name), await insidePortal(t, `No ${name}`)];
    expect((await services(pays))[0]!.services).toMatchObject([{ name: expect.stringContaining('VAT'), fee: null }]);
    await show(true);
    expect((await services(pays))[0]!.services[0]!.fee).toMatchObject({ currency: 'EUR' });
    expect((await services(not))[0]!.services[0]!.fee).toBeNull();
    await show(false);
    expect((await services(pays))[0]!.services[0]!.fee).toBeNull();
  });

  it('are shown by who sets up services, and the second of two is told', async () => {
    await t.firm.as.preparer!.put('/api/firm/shown-fees').send({ isShown: true, version: 1 }).expect(403);
    const { version } = (await admin().get('/api/firm/shown-fees').expect(200)).body as { version: number };
    await show(true);
    expect(problemOf(await admin().put('/api/firm/shown-fees').send({ isShown: false, version }).expect(409))).toMatchObject({ code: 'changed-meanwhile' });
    await show(false);
  });
});
