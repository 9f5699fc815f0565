import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { RIGHTS_AT_FIRST, type Role } from '@steady/core/access';
import { FILE, type Route, paramsIn } from '@steady/contract/route';
import { type CarriedOut, routesCarriedOut } from '../src/platform/http/routes';
import { sampleOf } from './samples';
import type { Agent } from './support';
import { FEES, type Grounds, HIDDEN_WORDS, type Ids, twoClients, NO_SUCH } from './two-clients';

let grounds: Grounds;
let tried = 0;
beforeAll(async () => {
  grounds = await twoClients();
});
afterAll(async () => {
  console.log(`The walk made ${tried} calls on ${routesCarriedOut().length} routes.`);
  await grounds.test.close();
});

/** Of what kind the id in an address is, by the part before it. A route with another one says so here. */
const KINDS: Record<string, string> = {
  clients: 'clients',
  jobs: 'jobs',
  tasks: 'tasks',
  contacts: 'contacts',
  obligations: 'obligations',
  invoices: 'invoices',
  lines: 'service_lines',
  documents: 'documents',
  folders: 'folders',
  earlier: 'none',
  answers: 'none',
  'request-answers': 'none',
  uploads: 'none',
  holds: 'none',
  devices: 'none',
  'kept-requests': 'none',
  places: 'none',
  papers: 'none',
  packets: 'none',
  'requests-each-time': 'none',
  'from-elsewhere': 'none',
  notes: 'client_notes',
  asks: 'asks',
  signatures: 'ask_parties',
  approvals: 'ask_parties',
  signers: 'ask_parties',
  'own-signatures': 'ask_parties',
  identities: 'identities',
  items: 'request_items',
  'request-items': 'request_items',
  messages: 'messages',
  conversations: 'conversations',
  questionnaires: 'none',
  'conversation-words': 'conversation_words',
  'post-room': 'none',
  arrivals: 'arrivals',
  'proposed-details': 'proposed_details',
  opened: 'none',
  'arrival-files': 'arrival_files',
  'drop-off': 'none',
  'check-seal': 'none',
  'signing-kinds': 'signing_kinds',
  terms: 'terms',
  sent: 'none',
  'job-actions': 'job_actions',
  settlements: 'settlements',
  payments: 'payments',
  'time-entries': 'time_entries',
  expenses: 'expenses',
  merge: 'clients',
  fee: 'clients',
  related: 'related',
  team: 'members',
  leave: 'none',
  groups: 'groups',
  details: 'details',
  'saved-lists': 'lists',
  services: 'services',
  procedures: 'procedures',
  'message-templates': 'templates',
  rules: 'rules',
  roles: 'none',
  season: 'none',
  feeds: 'none',
  together: 'none',
  bulk: 'none',
  imports: 'none',
  sessions: 'none',
  door: 'none',
  join: 'none',
};

function addressOf(route: Route, ids: Ids): string {
  return route.path.replace(/([\w-]+)\/:([A-Za-z]+)|\.:([A-Za-z]+)/g, (_, before: string | undefined, _name: string | undefined, kind: string | undefined) => {
    if (kind) return '.csv';
    const of = KINDS[before!];
    if (of === undefined) throw new Error(`Say in KINDS of what kind the id after "${before}" is (${route.method} ${route.path})`);
    const id = of === 'none' ? NO_SUCH : (ids[of] ?? grounds.common[of] ?? NO_SUCH);
    return `${before}/${id}`;
  });
}

async function call(agent: Agent, { route, query }: CarriedOut, ids: Ids, body?: object) {
  tried += 1;
  const at = addressOf(route, ids);
  const asked = query
    ? `?${new URLSearchParams(
        Object.entries(sampleOf(query, pick(ids)))
          .filter(([name]) => ['find', 'client', 'job', 'contact', 'from', 'until', 'columns', 'target', 'procedure', 'clientIds'].includes(name))
          .map(([name, value]) => [name, String(value)]),
      ).toString()}`
    : '';
  const asking = agent[route.method.toLowerCase() as 'get'](at + (asked === '?' ? '' : asked))
    .set('Idempotency-Key', `walk ${tried}`)
    .buffer(true);
  const answer = await (body && route.input !== FILE ? asking.send(body) : asking);
  return { status: answer.status, text: answer.text ?? String(answer.body), said: `${route.method} ${at}` };
}

const FIELD_KINDS: [RegExp, string][] = [
  [/^clientIds?$|^otherId$|^client$|^not$/, 'clients'],
  [/^jobIds?$|^job$|^ids$/, 'jobs'],
  [/^taskId$/, 'tasks'],
  [/^obligationIds$/, 'obligations'],
  [/^documentIds?$|^scanId$/, 'documents'],
  [/^folderId$/, 'folders'],
  [/^askIds$/, 'asks'],
  [/^contactIds?$|^signerIds$/, 'contacts'],
  [/^serviceId$|^service$/, 'services'],
  [/^procedureId$|^procedure$/, 'procedures'],
  [/^(partner|manager|preparer|member|assignee|responsible|stuckFor|person)Ids?$|^who$/, 'members'],
];
const pick = (ids: Ids) => (field: string) => {
  const kind = FIELD_KINDS.find(([name]) => name.test(field))?.[1];
  return (kind && (ids[kind] ?? grounds.common[kind])) || NO_SUCH;
};

const stands = (route: Route) => `${route.method} ${route.path}`;
/** Ends the session of who calls it, or keeps the answer open. */
const LEFT_OUT = ['/api/live', '/api/sign-out', '/api/portal/leave', '/api/you/sessions/end-others'];
const walked = () => routesCarriedOut().filter(({ route }) => !LEFT_OUT.includes(route.path));
const names = () => walked().map((one) => [stands(one.route), one] as const);

/** An amount in minor units as it may stand anywhere. */
const written = (amount: number) => [String(amount), (amount / 100).toFixed(2), (amount / 100).toLocaleString('en', { minimumFractionDigits: 2 })];
const amounts = Object.values(FEES).flatMap(written);
/** Ids are long and may hold any figures. */
const withoutIds = (text: string) => text.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, '').replace(/[0-9a-f]{64}/g, '');
const amountIn = (text: string) => amounts.find((amount) => new RegExp(`(?<![\\d.,])${amount.replace('.', '\\.')}(?![\\d])`).test(withoutIds(text)));

describe('routes are declared once', () => {
  const folder = resolve(import.meta.dirname, '../../../packages/contract/src');
  const files = readdirSync(folder).filter((file) => file.endsWith('.routes.ts'));

  it('each is carried out by one controller', async () => {
    const declared: string[] = [];
    for (const file of files) {
      const known = (await import(/* @vite-ignore */ join(folder, file))) as Record<string, Route>;
      declared.push(...Object.values(known).map(stands));
    }
    const carried = routesCarriedOut().map(({ route }) => stands(route));
    expect(declared.length).toBeGreaterThan(240);
    expect([...declared].sort()).toEqual([...carried].sort());
    expect(new Set(carried).size).toBe(carried.length);
  });

  it('and names the types that it means', () => {
    for (const file of files) {
      for (const [, type, name] of readFileSync(join(folder, file), 'utf8').matchAll(/\ba<([^(]+)>\('([^']+)'\)/g))
        expect(`${file} ${name}`).toBe(`${file} ${type}`);
    }
  });

  it('and the server answers nothing that is not declared', async () => {
    const router = (grounds.test.app.getHttpAdapter().getInstance() as { router: { stack: { route?: { path: string; methods: Record<string, boolean> } }[] } })
      .router;
    const known = new Set(routesCarriedOut().map(({ route }) => `${route.method} ${route.path}`));
    const answered = router.stack.flatMap(({ route }) => (route ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`) : []));
    expect(answered.filter((one) => !known.has(one) && !/^\w+ \/api\/docs/.test(one))).toEqual([]);
  });
});

describe('every route as every reader', () => {
  it.each(['nobody', 'a client', 'contractor', 'preparer', 'manager', 'partner', 'administrator', 'another firm'])(
    '%s gets in where they may, and nowhere else',
    async (who) => {
      const role = (who === 'another firm' ? 'administrator' : who) as Role;
      for (const one of walked()) {
        const { route } = one;
        const mayCall =
          route.who === 'open' ||
          (who === 'a client' ? route.who === 'portal' : who !== 'nobody' && route.who !== 'portal' && RIGHTS_AT_FIRST[role].includes(route.who));
        // What may be done is not done here: who may is asked with an id that is nobody's, or with nothing in the body.
        if (mayCall && route.method !== 'GET' && !one.input && paramsIn(route.path).length === 0) continue;
        const { status, said } = await call(grounds.readers[who]!, one, mayCall && route.method !== 'GET' ? {} : grounds.seen, {});
        const refused = who === 'nobody' || (who === 'a client') !== (route.who === 'portal') ? 401 : 403;
        if (mayCall) expect(`${said} ${status}`).not.toMatch(/ (401|403|5\d\d)$/);
        else expect(`${said} ${status}`).toBe(`${said} ${refused}`);
      }
    },
  );

  it.each(['contractor', 'preparer', 'a client', 'another firm'])(
    '%s reaches nothing of a hidden client, by the address or from inside a body',
    async (who) => {
      const agent = grounds.readers[who]!;
      for (const one of walked()) {
        const { route, input } = one;
        if (route.who === 'open') continue;
        const byAddress = await call(agent, one, grounds.hidden, input ? sampleOf(input, pick(grounds.hidden)) : {});
        expect(`${byAddress.said}: ${HIDDEN_WORDS.exec(byAddress.text)?.[0] ?? 'tells nothing'}`).toBe(`${byAddress.said}: tells nothing`);
        if (route.method !== 'GET') expect(`${byAddress.said} ${byAddress.status}`).not.toMatch(/ 5\d\d$/);
        if (route.method === 'GET') {
          const own = await call(agent, one, grounds.seen);
          expect(`${own.said}: ${HIDDEN_WORDS.exec(own.text)?.[0] ?? 'tells nothing'}`).toBe(`${own.said}: tells nothing`);
        }
      }
      const { body } = await grounds.readers.manager!.get(`/api/clients/${grounds.hidden.clients!}`).expect(200);
      expect(body).toMatchObject({ name: 'Zostera Reef Ltd', version: 1 });
    },
  );

  it.each(['preparer', 'contractor'])('%s sees no amount, whatever is asked', async (who) => {
    const agent = grounds.readers[who]!;
    for (const one of walked()) {
      const { route, input } = one;
      if (route.who === 'open' || route.who === 'portal') continue;
      const answer = await call(agent, one, grounds.seen, input ? { ...sampleOf(input, pick(grounds.seen)), version: 990 } : { version: 990 });
      expect(`${answer.said}: ${amountIn(answer.text) ?? 'no amount'}`).toBe(`${answer.said}: no amount`);
      expect(`${answer.said} ${answer.status}`).not.toMatch(/ 5\d\d$/);
    }
    // The same amounts stand there for who may see them.
    for (const path of ['/api/invoices', `/api/history?job=${grounds.seen.jobs!}`, `/api/messages?job=${grounds.seen.jobs!}`]) {
      const { text } = await grounds.readers.manager!.get(path).expect(200);
      expect(`${path}: ${amountIn(text) ? 'amounts' : text.slice(0, 500)}`).toBe(`${path}: amounts`);
    }
  });

  it.each(names().filter(([, { input }]) => input !== null && 'version' in sampleOf(input, () => NO_SUCH)))(
    '%s answers a stale version with the reader’s own view, never with a row',
    async (_, one) => {
      for (const who of ['preparer', 'administrator']) {
        const { status, text, said } = await call(grounds.readers[who]!, one, grounds.seen, { ...sampleOf(one.input!, pick(grounds.seen)), version: 990 });
        if (status !== 409 || !text.includes('changed-meanwhile')) continue;
        expect(`${said} ${/"firm_?[iI]d"|"firmId"|_hash|"member_id"/.exec(text)?.[0] ?? 'no row'}`).toBe(`${said} no row`);
      }
    },
  );
});
