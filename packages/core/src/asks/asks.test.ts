import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ASK_MOVES,
  ASK_STATES,
  ITEM_STATES,
  type AskState,
  PARTY_STATES,
  type Party,
  type WantedItem,
  isOpenAsk,
  jobWaits,
  lacksOfRequest,
  lacksOfSignature,
  moveOfAsk,
  standingOf,
  troubleOf,
  turnOf,
  turnsOf,
  wantedOf,
} from '.';

const at = (day: number) => `2026-03-${String(day).padStart(2, '0')}T09:00:00Z`;
const item = (name: string, more: Partial<WantedItem> = {}): WantedItem => ({
  id: name,
  name,
  state: 'asked',
  since: at(1),
  question: null,
  came: null,
  ...more,
});
const party = (name: string, more: Partial<Party> = {}): Party => ({
  id: name,
  contactId: name,
  memberId: null,
  name,
  position: 0,
  state: 'asked',
  turnSince: at(1),
  doneAt: null,
  reason: null,
  wantedBy: null,
  ...more,
});
const told = [party('Bríd')];

describe('the moves of an ask', () => {
  it('have one name for each pair of states, and no other pair can happen', () => {
    const pairs = ASK_MOVES.map((move) => `${move.from} > ${move.to}`);
    expect(new Set(pairs).size).toBe(pairs.length);
    for (const from of ASK_STATES)
      for (const to of ASK_STATES) {
        const named = ASK_MOVES.find((move) => move.from === from && move.to === to);
        if (named) expect(moveOfAsk(from, to)).toBe(named);
        else expect(() => moveOfAsk(from, to)).toThrow(`from "${from}" to "${to}"`);
      }
  });

  it('reopen what is done, restore what was withdrawn, and lead from every state but the end of what is withdrawn', () => {
    expect(moveOfAsk('done', 'with the client').name).toBe('reopen');
    expect(moveOfAsk('withdrawn', 'with us').name).toBe('restore');
    for (const state of ASK_STATES) expect(ASK_MOVES.some((move) => move.from === state)).toBe(true);
    expect(ASK_STATES.filter(isOpenAsk)).toEqual(['drafted', 'planned', 'with the client', 'with us']);
  });
});

describe('whose turn it is', () => {
  it('is the first party that has not finished, and nobody’s once somebody refused', () => {
    const [first, second] = [party('Bríd', { state: 'done' }), party('Conal', { position: 1 })];
    expect(turnOf([first, second])).toBe(second);
    expect(turnOf([first, { ...second, state: 'refused' }, party('Una', { state: 'ahead', position: 2 })])).toBeNull();
    expect(turnOf([first])).toBeNull();
  });

  it('is that of all who stand at one place, until the last of them has finished', () => {
    const three = [party('Bríd'), party('Conal'), party('Una', { state: 'ahead', position: 1, turnSince: null })];
    expect(turnsOf(three).map(({ name }) => name)).toEqual(['Bríd', 'Conal']);
    expect(turnsOf([{ ...three[0]!, state: 'done' }, three[1]!, three[2]!]).map(({ name }) => name)).toEqual(['Conal']);
    expect(turnsOf(three.map((one) => (one.position === 0 ? { ...one, state: 'done' as const } : one))).map(({ name }) => name)).toEqual(['Una']);
    const { client } = lacksOfSignature('Accounts', three);
    expect(client.map(({ what }) => what)).toEqual(['the signature of Bríd', 'the signature of Conal']);
    // Of two, one could not be written to: it lies with the other, and is in trouble all the same.
    const untold = [three[0]!, { ...three[1]!, state: 'to be told' as const }, three[2]!];
    expect(standingOf(lacksOfSignature('Accounts', untold), untold)).toMatchObject({ state: 'with the client', owed: [{ what: 'the signature of Bríd' }] });
    expect(troubleOf({ state: 'with the client', wantedBy: '2026-03-30', parties: untold }, '2026-03-12')).toBe('nobody was told');
  });
});

describe('an information request', () => {
  it('waits for the client by item, and for us by what came; the longest first', () => {
    const lacks = lacksOfRequest([
      item('Bank statements', { since: at(3) }),
      item('Payroll', { state: 'sent back', since: at(2) }),
      item('Invoices', { state: 'answered', since: at(4), came: 'scan.pdf' }),
      item('Van', { state: 'does not apply', since: at(1), came: 'sold' }),
      item('Old list', { state: 'taken out' }),
    ]);
    expect(standingOf(lacks, told)).toEqual({
      state: 'with the client',
      owed: [
        { what: 'Payroll', since: at(2) },
        { what: 'Bank statements', since: at(3) },
      ],
      forUs: [
        { key: 'Van answer', what: 'Answered: Van', why: 'does not apply: sold', since: at(1) },
        { key: 'Invoices answer', what: 'Answered: Invoices', why: 'scan.pdf', since: at(4) },
      ],
    });
  });

  it('keeps a question open, whatever comes after it, and is not done before it is answered', () => {
    const question = { text: 'Which account?', at: at(2) };
    const asked = standingOf(lacksOfRequest([item('Bank statements', { question })]), told);
    expect(asked).toMatchObject({ state: 'with us', owed: [], forUs: [{ what: 'Asked: Bank statements', why: 'Which account?' }] });
    const later = standingOf(lacksOfRequest([item('Bank statements', { state: 'answered', since: at(3), came: 'scan.pdf', question })]), told);
    expect(later.forUs.map((one) => one.what)).toEqual(['Asked: Bank statements', 'Answered: Bank statements']);
    expect(standingOf(lacksOfRequest([item('Bank statements', { state: 'accepted', question })]), told).state).toBe('with us');
    expect(standingOf(lacksOfRequest([item('Bank statements', { state: 'accepted' })]), told).state).toBe('done');
  });

  it('waits for us where nobody was told of it, and nothing is owed', () => {
    const standing = standingOf(lacksOfRequest([item('Bank statements')]), [party('Bríd', { state: 'to be told' })]);
    expect(standing).toEqual({ state: 'with us', owed: [], forUs: [] });
  });

  it('released, asks the client for nothing more; what came is looked at, then it is withdrawn', () => {
    const items = [item('Bank statements'), item('Invoices', { state: 'answered', came: 'scan.pdf' })];
    expect(standingOf(lacksOfRequest(items), told, { released: true })).toMatchObject({ state: 'with us', owed: [], forUs: [{ what: 'Answered: Invoices' }] });
    expect(standingOf(lacksOfRequest([items[0]!, { ...items[1]!, state: 'accepted' }]), told, { released: true }).state).toBe('withdrawn');
    expect(standingOf(lacksOfRequest([{ ...items[1]!, state: 'accepted' }]), told, { released: true }).state).toBe('done');
  });
});

describe('a document given for signature', () => {
  it('waits for one after the other, and is done with the last', () => {
    const [first, second] = [party('Bríd'), party('Conal', { state: 'ahead', position: 1, turnSince: null })];
    expect(standingOf(lacksOfSignature('Accounts', [first, second]), [first, second])).toMatchObject({
      state: 'with the client',
      owed: [{ what: 'the signature of Bríd', since: at(1) }],
    });
    const signed = [first, second].map((one): Party => ({ ...one, state: 'done', turnSince: at(1), doneAt: at(2) }));
    expect(standingOf(lacksOfSignature('Accounts', signed), signed).state).toBe('done');
  });

  it('that waits for a person of the firm lies with us, and with the client where one of its people has the turn as well', () => {
    const ours = { ...party('Niamh', { state: 'asked' }), contactId: null, memberId: 'n' };
    const alone = lacksOfSignature('Accounts', [ours, { ...party('Cathal'), position: 1 }]);
    expect(alone).toMatchObject({ client: [], us: [{ what: 'To sign: Accounts', why: 'Niamh signs it' }], ended: null });
    expect(standingOf(alone, [ours]).state).toBe('with us');
    expect(standingOf(alone, [ours], { released: true })).toMatchObject({ state: 'withdrawn', forUs: [] });
    const beside = [ours, party('Cathal', { state: 'asked' })];
    expect(standingOf(lacksOfSignature('Accounts', beside), beside)).toMatchObject({
      state: 'with the client',
      owed: [{ what: 'the signature of Cathal' }],
      forUs: [{ why: 'Niamh signs it' }],
    });
    const untold = [ours, party('Cathal', { state: 'to be told' })];
    expect(standingOf(lacksOfSignature('Accounts', untold), untold).state).toBe('with us');
  });

  it('refused, is for us to decide upon', () => {
    const parties = [
      party('Bríd', { state: 'refused', doneAt: at(5), reason: 'the dividend is wrong' }),
      party('Conal', { state: 'ahead', position: 1, turnSince: null }),
    ];
    expect(standingOf(lacksOfSignature('Accounts', parties), parties)).toEqual({
      state: 'refused',
      owed: [],
      forUs: [{ key: 'Bríd refusal', what: 'Refused to sign: Accounts', why: 'Bríd: the dividend is wrong', since: at(5) }],
    });
  });
});

describe('what a job waits for', () => {
  it('is all that lies with its client, the longest first; signatures do not say whether everything is in', () => {
    const request = { state: 'with the client' as const, owed: [{ what: 'Bank statements', since: at(3) }], material: true };
    const signature = { state: 'with the client' as const, owed: [{ what: 'the signature of Bríd', since: at(2) }], material: false };
    expect(jobWaits([request, signature])).toEqual({ since: at(2), what: 'the signature of Bríd, Bank statements', everythingIn: false });
    expect(jobWaits([{ ...request, state: 'done', owed: [] }, signature])).toMatchObject({ everythingIn: true });
    expect(jobWaits([{ ...request, state: 'withdrawn', owed: [] }])).toEqual({ since: null, what: null, everythingIn: null });
    expect(jobWaits([])).toEqual({ since: null, what: null, everythingIn: null });
  });
});

it('is in trouble when refused, past its day, or when nobody was told', () => {
  const ask = { state: 'with the client' as AskState, wantedBy: '2026-03-10', parties: told };
  expect(troubleOf(ask, '2026-03-10')).toBeNull();
  expect(troubleOf(ask, '2026-03-11')).toBe('overdue');
  expect(troubleOf({ ...ask, state: 'with us', parties: [party('Bríd', { state: 'to be told' })] }, '2026-03-01')).toBe('nobody was told');
  expect(troubleOf({ ...ask, state: 'refused' }, '2026-03-01')).toBe('refused');
});

describe('always', () => {
  const items = fc.array(
    fc.record({
      id: fc.uuid(),
      name: fc.constantFrom('Bank', 'Payroll'),
      state: fc.constantFrom(...ITEM_STATES),
      since: fc.integer({ min: 1, max: 28 }).map(at),
      question: fc.option(fc.record({ text: fc.constant('Which?'), at: fc.integer({ min: 1, max: 28 }).map(at) })),
      came: fc.option(fc.constant('scan.pdf')),
    }),
    { maxLength: 6 },
  );
  const parties = fc.array(
    fc.record({
      id: fc.uuid(),
      contactId: fc.uuid(),
      memberId: fc.constant(null),
      name: fc.constant('Bríd'),
      position: fc.nat(2),
      state: fc.constantFrom(...PARTY_STATES),
      turnSince: fc.constant(at(1)),
      doneAt: fc.constant(null),
      reason: fc.constant(null),
      wantedBy: fc.constant(null),
    }),
    { minLength: 1, maxLength: 4 },
  );

  it('nothing is owed unless it is the client’s turn, and what is with the client says for what', () => {
    fc.assert(
      fc.property(items, parties, fc.boolean(), fc.boolean(), (wanted, asked, released, isPlanned) => {
        const { state, owed } = standingOf(lacksOfRequest(wanted), asked, { released, isPlanned });
        expect(owed.length > 0).toBe(state === 'with the client');
        if (isPlanned && !released) expect(['planned', 'done']).toContain(state);
      }),
    );
  });

  it('every open question stands among what is for us, and only accepted items are ever done', () => {
    fc.assert(
      fc.property(items, parties, (wanted, asked) => {
        const { state, forUs } = standingOf(lacksOfRequest(wanted), asked);
        const open = wanted.filter((one) => one.question && one.state !== 'taken out');
        expect(forUs.filter((one) => one.what.startsWith('Asked: '))).toHaveLength(open.length);
        if (state === 'done') expect(wanted.every((one) => ['accepted', 'taken out', 'from elsewhere'].includes(one.state))).toBe(true);
      }),
    );
  });
});

describe('the day by which one of several is to do their part', () => {
  it.each([
    ['2026-03-18', '2026-03-18', 'their own'],
    [null, '2026-03-25', 'that of all, where none was said'],
    ['2026-03-30', '2026-03-25', 'that of all, where it was moved before theirs'],
  ])('said %s it is %s: %s', (wantedBy, day, _) => {
    expect(wantedOf({ wantedBy }, { wantedBy: '2026-03-25' })).toBe(day);
  });
});
