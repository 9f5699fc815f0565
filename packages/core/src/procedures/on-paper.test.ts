import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { civil, openWeek } from '../calendar';
import { SUPPLIED, SUPPLIED_PROCEDURES, suppliedProcedure } from '../supplied';
import { type Action, type ClientOnPaper, type PhasePlan, type Procedure, actionInWords, actionsOfMove, onPaper, procedureFaults, story } from '.';

const client = (name: string, more: Partial<ClientOnPaper> = {}): ClientOnPaper => ({
  id: name.toLowerCase(),
  name,
  facts: { way: 'online', legalForm: 'sole trader' },
  writtenTo: [`${name} Foley`],
  roles: ['preparer', 'manager', 'partner'],
  signs: true,
  ...more,
});
const PAPER = { way: 'paper', legalForm: 'sole trader' };
const names = {
  template: () => 'Your return is filed',
  signingKind: () => 'Your return is filed',
  procedure: () => 'Onboarding',
  detail: () => 'Referred by',
  facts: {},
};

describe('clients run through on paper', () => {
  const personal = suppliedProcedure('personal');

  it('take the way for online or for paper, and what each passes over is said with its reason', () => {
    const { routes, faults } = onPaper(personal, [client('Bríd'), client('Conal', { facts: PAPER, writtenTo: [] }), client('Nuala')]);
    expect(routes.map((route) => route.clients.map((one) => one.client))).toEqual([['Bríd', 'Nuala'], ['Conal']]);
    expect(routes[1]!.phases).toEqual(['packet', 'prepare', 'look', 'sign', 'file', 'pickup']);
    expect(routes[0]!.passedOver[0]).toBe('Packet and drop-off, only if works on paper');
    expect(faults).toEqual([]);
  });

  it('count tasks, minutes and what would be asked for or drafted', () => {
    const procedure: Procedure = {
      phases: [
        {
          key: 'a',
          name: 'Ask',
          tasks: [{ key: 't', name: 'Enter', role: 'preparer', estimate: 90 }],
          requests: [
            { key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] },
            { key: 'shares', title: 'Shares', onlyIf: { fact: 'legalForm', is: 'company' }, items: [{ name: 'Register', description: '' }] },
          ],
          onDone: [
            { key: 'b', does: 'bill', share: 50 },
            { key: 'm', does: 'message', templateId: 'x', onlyIf: { fact: 'legalForm', is: 'company' } },
          ],
        },
      ],
    };
    const company = client('Gannet', { facts: { way: 'online', legalForm: 'company' } });
    expect(onPaper(procedure, [client('Bríd'), company])).toMatchObject({ tasks: 2, minutes: 180, requests: 3, messages: 1, bills: 2 });
  });

  it('name clients who meet no phase of a branch, or two that exclude each other', () => {
    const branching: Procedure = {
      phases: [
        { key: 'o', name: 'By post room', branch: 'Papers', onlyIf: { fact: 'way', is: 'online' }, tasks: [] },
        { key: 'c', name: 'For companies', branch: 'Papers', onlyIf: { fact: 'legalForm', is: 'company' }, tasks: [] },
      ],
    };
    const both = client('Gannet', { facts: { way: 'online', legalForm: 'company' } });
    const none = client('Conal', { facts: PAPER });
    const { faults } = onPaper(branching, [both, none, client('Bríd')]);
    expect(faults.map((fault) => `${fault.what}: ${fault.clients.map((one) => one.name).join()}`)).toEqual([
      '1 client meets "By post room" and "For companies", which exclude each other: Gannet',
      '1 client meets no phase of the branch "Papers" (By post room, For companies): Conal',
      '1 client enters no phase at all: Conal',
    ]);
  });

  it('name whoever would be written to and cannot be, roles with nobody in them, and phases nobody enters', () => {
    const procedure: Procedure = {
      phases: [
        {
          key: 'a',
          name: 'Tell',
          tasks: [{ key: 't', name: 'Sign', role: 'partner', estimate: 5 }],
          onEntry: [{ key: 'm', does: 'message', templateId: 'x' }],
        },
        { key: 'never', name: 'Never', onlyIf: { fact: 'legalForm', is: 'charity' }, tasks: [] },
      ],
    };
    const { faults, messages, tasks } = onPaper(procedure, [client('Nobody', { writtenTo: [], roles: ['preparer'] }), client('Bríd')]);
    expect(faults.map((fault) => fault.what)).toEqual([
      'Nobody enters "Never"',
      '1 client would get a message, but there is nobody to write to',
      '1 client has no partner, and tasks are for one',
    ]);
    // The message that nobody would get is a task instead.
    expect({ messages, tasks }).toEqual({ messages: 1, tasks: 3 });
  });

  it('name whoever has nobody to sign where a signature is wanted', () => {
    const { faults } = onPaper(suppliedProcedure('annual-return'), [client('Gannet'), client('Nobody', { signs: false })]);
    expect(faults.map((fault) => `${fault.what}: ${fault.clients.map((one) => one.name).join()}`)).toEqual([
      '1 client has nobody who signs, and a document is to be signed: Nobody',
    ]);
  });

  it('each take exactly one way, and every figure is the sum over the clients', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ paper: fc.boolean(), company: fc.boolean(), written: fc.boolean() }), { maxLength: 40 }), (drawn) => {
        const clients = drawn.map(({ paper, company, written }, at) =>
          client(`Client ${at}`, {
            facts: { way: paper ? 'paper' : 'online', legalForm: company ? 'company' : 'partnership' },
            writtenTo: written ? ['X'] : [],
          }),
        );
        const paper = onPaper(personal, clients);
        const through = paper.routes.flatMap((route) => route.clients);
        expect(through.map((one) => one.clientId).sort()).toEqual(clients.map((one) => one.id).sort());
        for (const figure of ['tasks', 'minutes', 'requests', 'messages', 'bills'] as const)
          expect(through.reduce((sum, one) => sum + one[figure], 0)).toBe(paper[figure]);
      }),
    );
  });
});

describe('the story of one client', () => {
  it('is told day by day, in order, with what goes out and to whom', () => {
    const procedure: Procedure = {
      phases: [
        {
          key: 'a',
          name: 'Prepare',
          tasks: [{ key: 't', name: 'Draft', role: 'preparer', estimate: 60, due: { days: 2, from: 'start' } }],
          onDone: [{ key: 'm', does: 'message', templateId: 'x' }],
        },
      ],
    };
    const dates = { start: civil('2026-03-11'), target: civil('2026-03-20') };
    const told = (who: ClientOnPaper) => story(procedure, who, dates, openWeek, names).map(({ day, lines }) => `${day.toString()} ${lines.join(' | ')}`);
    expect(told(client('Bríd'))).toEqual([
      '2026-03-11 Enters "Prepare"',
      '2026-03-13 "Draft" is due, for the preparer | Writes "Your return is filed" to the client (Bríd Foley) | The job is finished',
    ]);
    expect(told(client('Conal', { writtenTo: [] }))[1]).toContain('Nobody there to write to');
  });

  const ASKS: Procedure = {
    phases: [
      {
        key: 'ask',
        name: 'Ask',
        tasks: [],
        requests: [{ key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] }],
        onEntry: [{ key: 'r', does: 'request', requestKey: 'papers', days: 5 }],
        onDone: [{ key: 'm', does: 'message', templateId: 'x' }],
      },
      { key: 'do', name: 'Do', tasks: [{ key: 't', name: 'Draft', role: 'preparer', estimate: 60, due: { days: 2, from: 'start' } }] },
      { key: 'look', name: 'Look', completion: 'approved', tasks: [] },
    ],
  };
  const asked = (who: ClientOnPaper, procedure = ASKS) =>
    story(procedure, who, { start: civil('2026-03-11'), target: civil('2026-03-31') }, openWeek, names).map(
      ({ day, lines }) => `${day.toString()} ${lines.join(' | ')}`,
    );

  it('waits in a phase that only asks, and what comes after it leaves on the day it would', () => {
    expect(asked(client('Bríd'))).toEqual([
      '2026-03-11 Enters "Ask" | Sends the client the request "Papers", wanted within 5 working days (Bríd Foley)',
      '2026-03-18 The answer to "Papers" is wanted: the phase waits for it | Writes "Your return is filed" to the client (Bríd Foley) | Enters "Do" | "Draft" is done late, it was due on Fri 13 Mar, for the preparer | Enters "Look" | Waits for the approval of a second person, who did none of the tasks before it | The job is finished',
    ]);
  });

  it('does what is due on the day it comes to it in time', () => {
    const sameDay: Procedure = {
      phases: [{ key: 'a', name: 'A', tasks: [{ key: 't', name: 'Draft', role: 'preparer', estimate: 5, due: { days: 0, from: 'start' } }] }],
    };
    expect(asked(client('Bríd'), sameDay)).toEqual(['2026-03-11 Enters "A" | "Draft" is due, for the preparer | The job is finished']);
  });

  it('does not wait for a client to whom nobody can write', () => {
    expect(asked(client('Conal', { writtenTo: [] })).at(-1)).toMatch(/^2026-03-13 "Draft" is due, for the preparer \| Enters "Look"/);
  });

  it('names a request that somebody has to send, and a phase that nobody ends but by hand', () => {
    const byHand: Procedure = {
      phases: [
        { ...ASKS.phases[0]!, onEntry: [], completion: 'answered' },
        { ...ASKS.phases[2]!, completion: 'by hand' },
      ],
    };
    expect(asked(client('Bríd'), byHand)[0]).toContain('"Papers" is there to be sent to the client by hand | Waits until its request was sent and answered');
    expect(asked(client('Bríd'), byHand)[0]).toContain('Waits until somebody moves the job by hand');
  });
});

describe('actions', () => {
  const actions: Action[] = [
    { key: '1', does: 'message', templateId: 'x' },
    { key: '2', does: 'request', requestKey: 'papers', days: 1 },
    { key: '3', does: 'task', task: { key: 't', name: 'Ring', role: 'manager', estimate: 10 } },
    { key: '4', does: 'procedure', procedureId: 'p' },
    { key: '5', does: 'bill', share: 40 },
    { key: '6', does: 'label', label: 'filed', put: false },
    { key: '9', does: 'way', way: 'paper' },
    { key: '7', does: 'detail', detailId: 'd', value: true },
    { key: '8', does: 'tell', role: 'partner', words: 'look at it' },
  ];

  it('each read as a sentence', () => {
    expect(actions.map((action) => actionInWords({ action, request: 'Papers' }, names))).toEqual([
      'Writes "Your return is filed" to the client',
      'Sends the client the request "Papers", wanted within 1 working day',
      'Adds the task "Ring" for the manager',
      'Begins another job by "Onboarding"',
      'Drafts a bill of 40 % of the agreed fee',
      'Takes the label "filed" off the client',
      'Notes that the client works on paper from now on',
      'Sets "Referred by" of the client to yes',
      'Tells the partner: look at it',
    ]);
  });

  it('of a move are those of leaving done, then those of entering, as far as the client meets their rules', () => {
    const from = { key: 'a', name: 'A', onDone: [actions[0]!] };
    const requests = [{ key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] }];
    const to = { key: 'b', name: 'B', requests, onEntry: [{ ...actions[1]!, onlyIf: { fact: 'way', is: 'paper' } }, actions[2]!] };
    const of = (way: string) => actionsOfMove(from, to, { way }).map((one) => `${one.phaseKey} ${one.moment} ${one.action.key}`);
    expect(of('online')).toEqual(['a done 1', 'b entry 3']);
    expect(of('paper')).toEqual(['a done 1', 'b entry 2', 'b entry 3']);
    expect(actionsOfMove(null, { ...to, requests: [] }, { way: 'paper' }).map((one) => one.action.key)).toEqual(['3']);
  });
});

describe('a procedure from outside', () => {
  const task = { key: 't', name: 'Task', role: 'preparer', estimate: 5 };
  const one = (more: Record<string, unknown>) => ({ phases: [{ key: 'a', name: 'A', tasks: [task], ...more }] });

  it.each([
    ['nothing', null, 'A procedure has at least one phase, and at most 60'],
    ['no phase', { phases: [] }, 'A procedure has at least one phase, and at most 60'],
    ['a phase without a name', { phases: [{ key: 'a', name: ' ', tasks: [] }] }, 'A phase has no name, or one of more than 100 letters'],
    ['a negative estimate', one({ tasks: [{ ...task, estimate: -5 }] }), '"Task": give its estimate as a length of time'],
    ['a role that is not there', one({ tasks: [{ ...task, role: 'cat' }] }), '"Task": choose whose task it is'],
    ['a bill of nothing', one({ onDone: [{ key: 'b', does: 'bill', share: 0 }] }), 'An action of "A": say how much of the agreed fee, 1 to 100 %'],
    [
      'a way of work that is none',
      one({ onDone: [{ key: 'b', does: 'way', way: 'fax' }] }),
      'An action of "A": say whether the client works online or on paper',
    ],
    ['an unknown act', one({ onDone: [{ key: 'b', does: 'dance' }] }), 'An action of "A": choose what happens'],
    ['a request that is not written down', one({ completion: 'answered' }), '"A" sends or awaits a request that is not written down in it'],
    ['a rule that looks at nothing', one({ onlyIf: { is: 3 } }), '"A": Choose the fact that a condition looks at.'],
  ])('is refused with %s', (_what, given, fault) => {
    expect(procedureFaults(given)).toContain(fault);
  });

  it('never breaks the check, whatever it is', () => {
    fc.assert(fc.property(fc.anything(), (given) => Array.isArray(procedureFaults({ phases: [given] }))));
  });

  it('is sound for all that are supplied, and every service has one', () => {
    for (const supplied of SUPPLIED_PROCEDURES) expect({ [supplied.key]: procedureFaults({ phases: supplied.phases }) }).toEqual({ [supplied.key]: [] });
    for (const { procedure, others = [] } of SUPPLIED)
      for (const key of [procedure, ...others.map((other) => other.procedure)]) expect(suppliedProcedure(key).phases.length).toBeGreaterThan(0);
  });
});

describe('days on which clients are written to', () => {
  const write = (name: string, on?: Action['on']): Action => ({ key: name, does: 'message', templateId: name, ...(on ? { on } : {}) });
  const welcome = (onEntry: Action[], opens?: PhasePlan['opens']): Procedure => ({
    phases: [
      { key: 'a', name: 'Welcome', tasks: [], onEntry },
      { key: 'b', name: 'Papers', tasks: [], onEntry: [write('papers')], ...(opens ? { opens } : {}) },
    ],
  });
  const dates = { start: civil('2026-03-11'), target: civil('2026-03-31') };
  const name = (id: string) => id;
  const names = { template: name, signingKind: name, procedure: name, detail: name, facts: {} };
  const when = { dates, calendar: openWeek, names, perDay: 2 };

  it('are those of its working days, for whoever can be written to', () => {
    const procedure = welcome([write('hello'), write('team', { days: 2, from: 'start' })], { days: 5, from: 'before' });
    const { routes, faults } = onPaper(procedure, [client('Br\u00edd'), client('Nobody', { writtenTo: [] })], {}, when);
    expect(routes[0]!.contacts).toEqual([
      { day: 1, messages: 1 },
      { day: 3, messages: 1 },
      { day: 6, messages: 1 },
    ]);
    expect(faults.filter(({ what }) => what.includes('go to one person'))).toEqual([]);
  });

  it('are pointed out where more would go in a day than one person gets', () => {
    const { faults } = onPaper(welcome([write('hello'), write('team')]), [client('Br\u00edd')], {}, when);
    expect(faults.map(({ what }) => what)).toContain('1 client would get 3 messages on working day 1, and 2 go to one person in a day: the rest goes later');
    expect(onPaper(welcome([write('hello'), write('team')]), [client('Br\u00edd')], {}, { ...when, perDay: 3 }).faults).toEqual([]);
  });

  it('are told day by day of one client, with how many', () => {
    const procedure = welcome([write('hello'), write('team', { days: 2, from: 'before' })], { days: 5, from: 'start' });
    expect(story(procedure, client('Br\u00edd'), dates, openWeek, names).map(({ day, contacts }) => [day.toString(), contacts])).toEqual([
      ['2026-03-11', 1],
      ['2026-03-13', 1],
      ['2026-03-18', 1],
    ]);
  });
});
