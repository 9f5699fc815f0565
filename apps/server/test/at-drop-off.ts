import { type Challenge, solveChallenge } from 'altcha-lib';
import { deriveKey } from 'altcha-lib/algorithms/pbkdf2';
import request from 'supertest';
import type { ArrivalLine, ArrivalView, DropOffDoor, DropOffView } from '@steady/contract/arrivals';
import { type Agent, type TestApp } from './support';

export const PAGE = '/api/drop-off/marram-tern';

/** What tests of the drop-off page do. What has to look first is answered whole: its status is looked at by whoever asked. */
export function atDropOff(test: () => TestApp) {
  const admin = () => test().firm.as.administrator!;
  const member = (who: string) => test().firm.members[who]!;
  const page = async () => (await admin().get('/api/firm/drop-off').expect(200)).body as DropOffView;
  const keep = async (more: object = {}) => {
    const { version } = await page();
    return admin()
      .put('/api/firm/drop-off')
      .send({ version, isOn: true, welcome: 'Leave your papers here.', memberIds: [member('manager')], ...more });
  };
  let places = 0;
  /** A browser that nobody has used here before, in a place of its own. */
  const stranger = (): Agent => {
    places += 1;
    return request.agent(test().app.getHttpServer()).set('X-Forwarded-For', `198.51.100.${places}`);
  };
  const proof = async (who: Agent, at = PAGE) => {
    const challenge = JSON.parse(((await who.post(`${at}/puzzle`).expect(200)).body as { challenge: string }).challenge) as Challenge;
    return JSON.stringify({ challenge, solution: await solveChallenge({ challenge, deriveKey }) });
  };
  const WORDS = { name: 'Nora Vance', email: 'nora@vance.example', message: 'I am looking for an accountant for my pottery.' };
  const leave = async (who: Agent, more: object = {}) => who.post(PAGE).send({ ...WORDS, proof: await proof(who), ...more });
  /** The newest code that went to an address. */
  const codeTo = async (address: string) => {
    await test().drain();
    return /\d{6}/.exec((await test().letters()).find((one) => one.address === address && /\d{6}/.test(one.subject))!.subject)![0];
  };
  const confirm = (who: Agent, id: string, code: string) => who.post(`${PAGE}/sent/${id}/confirm`).send({ code });
  /** Leaves something and enters its code. @returns its id */
  const arrived = async (who: Agent = stranger(), more: Partial<typeof WORDS> = {}) => {
    const { id } = (await leave(who, more)).body as { id: string };
    await confirm(who, id, await codeTo({ ...WORDS, ...more }.email)).expect(204);
    return id;
  };
  const send = (who: Agent, id: string, name: string, content: string | Buffer) =>
    who.post(`${PAGE}/sent/${id}/files`).attach('file', Buffer.from(content), { filename: name });
  const door = async (who: Agent) => (await who.get(PAGE).expect(200)).body as DropOffDoor;
  const manager = () => test().firm.as.manager!;
  const list = async (query = '', who = manager()) => (await who.get(`/api/arrivals${query}`).expect(200)).body as ArrivalLine[];
  const view = async (id: string, who = manager()) => (await who.get(`/api/arrivals/${id}`).expect(200)).body as ArrivalView;
  /** Does something to an arrival as it stands. */
  const act = async (id: string, what: string, input: object = {}, who = manager()) =>
    who.post(`/api/arrivals/${id}/${what}`).send({ version: (await view(id)).version, ...input });
  return { admin, member, page, keep, stranger, proof, leave, codeTo, confirm, arrived, send, door, list, view, act, manager, WORDS };
}
