import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ConversationChoice, ConversationLine, ConversationView, PortalConversation, PortalConversationView } from '@steady/contract/conversations';
import type { TodayView } from '@steady/contract/today';
import { byItself } from '../src/platform/identity';
import { at, atPost } from './at-post';
import { problemOf } from './at-work';
import { type Agent, type TestApp, insidePortal, key, startTestApp } from './support';

let t: TestApp;
let contactId: string;
let owner: string;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, client, received, of } = atPost(() => t);
const staff = (who: string) => t.firm.as[who]!;
const member = (who: string) => t.firm.members[who]!;

beforeEach(async () => {
  owner = `Cara ${of.count}`;
  contactId = (await choice()).contacts[0]!.id;
});

const choice = async (clientId = of.clientId) => (await manager().get(`/api/clients/${clientId}/conversation-people`).expect(200)).body as ConversationChoice;
const WORDS = { subject: 'Loan from the bank', text: 'Which account did the loan come in on?' };
const asked = (more: object = {}) => ({ clientId: of.clientId, contactIds: [contactId], memberIds: [member('manager')], ...WORDS, ...more });
const open = async (more: object = {}, who = manager()) =>
  ((await who.post('/api/conversations').set(key()).send(asked(more)).expect(201)).body as { id: string }).id;
const view = async (id: string, who = manager()) => (await who.get(`/api/conversations/${id}`).expect(200)).body as ConversationView;
const list = async (query = '', who = manager()) => (await who.get(`/api/conversations?client=${of.clientId}${query}`).expect(200)).body as ConversationLine[];
const say = (id: string, text: string, who = manager()) => who.post(`/api/conversations/${id}/words`).set(key()).send({ text });
const said = async (id: string, who = manager()) => (await view(id, who)).words.map(({ side, by, text }) => `${side} ${by}: ${text}`);
const inPortal = async (who: Agent) => (await who.get('/api/portal/conversations').expect(200)).body as PortalConversation[];
const portalView = async (who: Agent, id: string) => (await who.get(`/api/portal/conversations/${id}`).expect(200)).body as PortalConversationView;
const answer = (who: Agent, id: string, text: string) => who.post(`/api/portal/conversations/${id}/words`).set(key()).send({ text });
const unanswered = async (who = manager(), whose = 'firm') =>
  ((await who.get(`/api/today?whose=${whose}`).expect(200)).body as TodayView).unanswered.rows.filter(({ clientId }) => clientId === of.clientId);
/** The letter about a conversation, in the post room. */
const letter = async () => (await received('')).find(({ to, subject }) => to === owner && subject.includes('Loan'))!;
/** @param status what the post room is answered */
const byMail = async (text: string, more: object = {}, status = 204) => {
  const { id } = await letter();
  return manager()
    .post(`/api/post-room/${id}/answer`)
    .send({ subject: 'Re: something else altogether', text, ...more })
    .expect(status);
};

describe('a conversation', () => {
  it('goes to those named, is read and answered in the portal, and says whose turn it is', async () => {
    const id = await open();
    expect(await letter()).toMatchObject({ subject: 'Marram & Tern: Loan from the bank', takesAnswer: true, body: expect.stringContaining(WORDS.text) });
    const who = await insidePortal(t, owner);
    expect(await inPortal(who)).toMatchObject([{ id, subject: 'Loan from the bank', isNew: true, lastBy: 'manager of Marram & Tern' }]);
    const seen = await portalView(who, id);
    expect(seen.readBy).toBe(`Read by ${owner} and manager of Marram & Tern, and by those of Marram & Tern who work for the client.`);
    await who.post(`/api/portal/conversations/${id}/seen`).expect(204);
    expect((await inPortal(who))[0]!.isNew).toBe(false);
    expect(await unanswered()).toEqual([]);
    t.clock.set(at('2026-03-11T11:00'));
    await answer(who, id, 'On the current account.').expect(204);
    expect(await unanswered()).toMatchObject([{ id, holder: 'manager', isNew: true }]);
    expect((await view(id)).people.contacts).toMatchObject([{ name: owner, untold: null }]);
    // An answer for which they wait goes at once, at whatever hour.
    t.clock.set(at('2026-03-11T20:00'));
    await say(id, 'Thank you.').expect(204);
    expect(await unanswered()).toEqual([]);
    expect((await received('Thank you.')).length).toBe(1);
    expect(await said(id)).toEqual([
      `us manager of Marram & Tern: ${WORDS.text}`,
      `them ${owner}: On the current account.`,
      'us manager of Marram & Tern: Thank you.',
    ]);
  });

  it('takes answers by mail, whatever their subject, without what they quote, and says where another address wrote', async () => {
    const id = await open();
    await byMail(`The savings account.\n\nOn 11 March 2026, manager of Marram & Tern wrote:\n> ${WORDS.text}`);
    await byMail('And this from my phone.', { from: 'cara.private@elsewhere.example' });
    const { words, waitingSince } = await view(id);
    expect(words.slice(1)).toMatchObject([
      { text: 'The savings account.', by: owner, isMail: true, fromAddress: null },
      { text: 'And this from my phone.', by: owner, isMail: true, fromAddress: 'cara.private@elsewhere.example' },
    ]);
    expect(waitingSince).not.toBeNull();
    const who = await insidePortal(t, owner);
    expect((await portalView(who, id)).words.map(({ fromAddress }) => fromAddress)).toEqual([null, null, null]);
  });

  it('takes no answer by mail of somebody who is named no more, or acts for the client no longer', async () => {
    const id = await open();
    await manager().delete(`/api/clients/${of.clientId}/contacts/${contactId}`).expect(204);
    expect(problemOf(await byMail('Still me.', {}, 409)).code).toBe('not-taken');
    expect(await said(id)).toHaveLength(1);
  });

  it('is over when it is ended, and open again when either side writes', async () => {
    const id = await open();
    await byMail('The savings account.');
    await manager().post(`/api/conversations/${id}/end`).expect(204);
    expect(await unanswered()).toEqual([]);
    expect([(await list('&view=over')).length, (await list('&view=open')).length]).toEqual([1, 0]);
    await byMail('One more thing.');
    expect(await unanswered()).toMatchObject([{ id, closedAt: null }]);
    await manager().post(`/api/conversations/${id}/end`).expect(204);
    await manager().post(`/api/conversations/${id}/open-again`).expect(204);
    expect((await list('&view=open')).map((one) => one.id)).toEqual([id]);
  });

  it('is begun by a client with those who work for it, and not for a client of others', async () => {
    await open();
    const who = await insidePortal(t, owner);
    const begun = { clientId: of.clientId, subject: 'New car', text: 'We bought a van.' };
    const { id } = (await who.post('/api/portal/conversations').set(key()).send(begun).expect(201)).body as { id: string };
    const { people, holder } = await view(id);
    expect(people.members.map(({ name }) => name)).toEqual(['manager of Marram & Tern', 'preparer of Marram & Tern', 'partner of Marram & Tern']);
    expect(holder).toBe('manager');
    const other = await client();
    await who
      .post('/api/portal/conversations')
      .set(key())
      .send({ ...begun, clientId: other })
      .expect(404);
    await who
      .post('/api/portal/conversations')
      .set(key())
      .send({ ...begun, subject: ' ' })
      .expect(422);
  });

  it('files what is sent in it as documents of the client, once', async () => {
    const id = await open();
    const who = await insidePortal(t, owner);
    const bytes = Buffer.from(`%PDF-1.4 ${randomUUID()}`);
    for (let times = 0; times < 2; times += 1) await who.post(`/api/portal/conversations/${id}/files`).attach('file', bytes, 'loan.pdf').expect(204);
    const { words } = await view(id);
    expect(words.filter(({ file }) => file)).toMatchObject([{ side: 'them', file: { name: 'loan.pdf', documentId: expect.any(String) } }]);
    const [, sent] = words;
    expect((await who.get(`/api/portal/conversation-words/${sent!.id}/file`).expect(200)).headers['content-disposition']).toContain('loan.pdf');
    await manager().get(`/api/documents/${sent!.file!.documentId}`).expect(200);
  });

  it('names only people of the client, and of the firm who see it', async () => {
    const elsewhere = (await choice(await client())).contacts[0]!.id;
    const refused = async (more: object) => problemOf(await manager().post('/api/conversations').set(key()).send(asked(more)).expect(422)).errors![0]!.field;
    expect(await refused({ contactIds: [elsewhere] })).toBe('contactIds');
    expect(await refused({ memberIds: [member('contractor')] })).toBe('memberIds');
    expect(await refused({ memberIds: [] })).toBe('memberIds');
    expect(await refused({ text: ' ' })).toBe('text');
  });

  it('writes to nobody who has no address, and says so before', async () => {
    const paper = await client({ name: 'Paper', way: 'paper', contact: { name: 'Pat Paper', email: `pat${of.count}@paper.example` } });
    const [pat] = (await choice(paper)).contacts;
    expect(pat!.untold).toBe('works on paper');
    const id = await open({ clientId: paper, contactIds: [pat!.id] });
    expect((await received('Which account')).filter(({ to }) => to === 'Pat Paper')).toEqual([]);
    expect((await view(id)).people.contacts[0]!.untold).toBe('works on paper');
  });
});

describe('who answers', () => {
  it('is changed by handing it over; they are named from then on', async () => {
    const id = await open();
    await manager()
      .post(`/api/conversations/${id}/hand-over`)
      .send({ memberId: member('partner') })
      .expect(204);
    expect(await view(id)).toMatchObject({ holder: 'partner', people: { members: [{}, { name: 'partner of Marram & Tern' }] } });
    await manager()
      .post(`/api/conversations/${id}/hand-over`)
      .send({ memberId: member('contractor') })
      .expect(422);
  });

  it('stands on the day of those named while they are away', async () => {
    const id = await open({ memberIds: [member('manager'), member('preparer')] });
    await byMail('Any news?');
    expect(await unanswered(staff('preparer'), 'mine')).toEqual([]);
    expect(await unanswered(manager(), 'mine')).toMatchObject([{ id, holderAwayUntil: null }]);
    const leave = { from: '2026-03-11', until: '2026-03-13', what: 'leave' };
    await staff('administrator')
      .post(`/api/team/${member('manager')}/leave`)
      .send(leave)
      .expect(204);
    expect(await unanswered(staff('preparer'), 'mine')).toMatchObject([{ id, holderAwayUntil: '2026-03-13' }]);
    const { body } = await staff('administrator').get('/api/team/people').expect(200);
    const [mine] = (body as { id: string; leave: { id: string }[] }[]).find((one) => one.id === member('manager'))!.leave;
    await staff('administrator')
      .delete(`/api/team/${member('manager')}/leave/${mine!.id}`)
      .expect(204);
  });

  it('is somebody named still, when others are named', async () => {
    const id = await open();
    await manager()
      .put(`/api/conversations/${id}/people`)
      .send({ contactIds: [contactId], memberIds: [member('preparer')] })
      .expect(204);
    expect(await view(id)).toMatchObject({ holder: 'preparer', people: { members: [{ name: 'preparer of Marram & Tern' }] } });
  });
});

describe('a private conversation', () => {
  const privately = () => open({ isPrivate: true, memberIds: [member('preparer')] }, staff('preparer'));
  const lines = async (who: Agent) => (await list('', who)).map(({ id }) => id);

  it('is there for those named and for who may read what is private, in no list and by no address for others', async () => {
    const id = await privately();
    for (const who of ['preparer', 'partner', 'manager']) expect([who, (await lines(staff(who))).includes(id)]).toEqual([who, who !== 'manager']);
    await manager().get(`/api/conversations/${id}`).expect(404);
    await say(id, 'Let me see', manager()).expect(404);
    const here = (await view(id, staff('preparer'))).words[0]!.id;
    await manager().get(`/api/conversation-words/${here}/file`).expect(404);
    expect(JSON.stringify((await manager().get(`/api/clients/${of.clientId}/history`)).body)).not.toContain('Loan');
    // Named later, they read all of it.
    await staff('preparer')
      .put(`/api/conversations/${id}/people`)
      .send({ contactIds: [contactId], memberIds: [member('preparer'), member('manager')] })
      .expect(204);
    expect(await lines(manager())).toContain(id);
  });

  it('says who else may read it', async () => {
    const id = await open({ isPrivate: true });
    expect((await view(id)).readBy).toMatch(
      /^Private: read by Cara \d+ and manager of Marram & Tern; also by .*partner of Marram & Tern.*, who may read what is private\.$/,
    );
  });

  it('is not found by the search, as one that is not private is', async () => {
    const found = async (find: string) =>
      ((await manager().get(`/api/search?find=${find}`).expect(200)).body as { kind: string; name: string }[]).filter(({ kind }) => kind === 'conversation');
    const word = `quillwort${of.count}`;
    await open({ subject: `Sale of ${word}`, isPrivate: true });
    expect(await found(word)).toEqual([]);
    await open({ subject: `Lease of ${word}` });
    expect((await found(word)).map(({ name }) => name)).toEqual([`Lease of ${word}`]);
  });

  it('goes out without its words, takes no answer by mail, and lies sealed', async () => {
    const id = await open({ isPrivate: true, text: 'About your illness' });
    const sent = (await received('It is private')).find(({ to }) => to === owner)!;
    expect([sent.subject, sent.takesAnswer, sent.body.includes('illness')]).toEqual(['Marram & Tern: a private message', false, false]);
    const kept = await t.works.run(byItself(t.firm.id), (work) =>
      work.tx.execute(sql`select w.words, c.subject from conversation_words w join conversations c on c.id = w.conversation_id where c.id = ${id}`),
    );
    expect(JSON.stringify(kept)).not.toMatch(/illness|Loan/);
    expect(await said(id)).toEqual(['us manager of Marram & Tern: About your illness']);
  });

  it('keeps its files to itself until somebody files them with the client', async () => {
    const id = await open({ isPrivate: true });
    const who = await insidePortal(t, owner);
    await who
      .post(`/api/portal/conversations/${id}/files`)
      .attach('file', Buffer.from(`%PDF-1.4 ${randomUUID()}`), 'letter of the clinic.pdf')
      .expect(204);
    const found = async () => ((await manager().get(`/api/documents?client=${of.clientId}`).expect(200)).body as { total: number }).total;
    expect(await found()).toBe(0);
    const words = (await view(id)).words.at(-1)!;
    expect(words.file).toMatchObject({ name: 'letter of the clinic.pdf', documentId: null });
    await staff('preparer').get(`/api/conversation-words/${words.id}/file`).expect(404);
    await manager().get(`/api/conversation-words/${words.id}/file`).expect(200);
    const filed = () => manager().post(`/api/conversation-words/${words.id}/file-in`).send({});
    const { id: documentId } = (await filed().expect(201)).body as { id: string };
    expect(((await filed().expect(201)).body as { id: string }).id).toBe(documentId);
    expect(await found()).toBe(1);
    // Destroyed as a document, it is still read in the conversation.
    await manager()
      .post('/api/documents/take-out')
      .send({ documentIds: [documentId] })
      .expect(200);
    await manager().get(`/api/conversation-words/${words.id}/file`).expect(200);
  });

  it('is not read by whoever looks through the eyes of the client and may not read what is private', async () => {
    const id = await open({ isPrivate: true });
    const look = async (who: Agent) => {
      await who.post(`/api/contacts/${contactId}/look`).expect((given) => expect(given.status).toBeLessThan(300));
      return inPortal(who);
    };
    expect((await look(staff('partner'))).map((one) => one.id)).toContain(id);
    expect((await look(staff('preparer'))).map((one) => one.id)).not.toContain(id);
  });
});

describe('what comes after', () => {
  it('two records of one person who were both named are named once', async () => {
    const name = `Cara again ${of.count}`;
    await manager()
      .post(`/api/clients/${of.clientId}/contacts`)
      .set(key())
      .send({ name, email: `again${of.count}@curlew.example` })
      .expect(201);
    const twin = (await choice()).contacts.find((one) => one.name === name)!.id;
    const id = await open({ contactIds: [contactId, twin] });
    await manager()
      .post(`/api/contacts/${contactId}/merge`)
      .send({ otherId: twin, version: 1, otherVersion: 1 })
      .expect((given) => expect(given.status).toBeLessThan(300));
    expect((await view(id)).people.contacts.map((one) => one.name)).toEqual([owner]);
  });

  it('a client that becomes part of another takes its conversations along', async () => {
    const id = await open();
    const into = await client({ name: `Curlew Holdings ${of.count}` });
    const { version } = (await manager().get(`/api/clients/${into}`).expect(200)).body as { version: number };
    await manager()
      .post(`/api/clients/${into}/merge`)
      .send({ otherId: of.clientId, version, otherVersion: 1, take: [] })
      .expect((given) => expect(given.status).toBeLessThan(300));
    expect((await view(id)).clientId).toBe(into);
  });

  it('is only for those of the firm who see the client, and for no other firm', async () => {
    const id = await open();
    await staff('contractor').get(`/api/conversations/${id}`).expect(404);
    await say(id, 'Hello', staff('contractor')).expect(404);
    await t.other.as.manager!.get(`/api/conversations/${id}`).expect(404);
    expect(((await t.other.as.manager!.get('/api/conversations').expect(200)).body as ConversationLine[]).length).toBe(0);
  });
});
