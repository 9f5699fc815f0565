import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Temporal } from '../calendar';
import { holidayCalendar } from '../holidays';
import { type PacingRules, SendingHours, type Waiting, dayWithRoom, heldInWords, isTimeOfDay, paced, pacedWith, pacingWorkings } from '.';

const ZONE = 'Europe/Dublin';
const HOURS = { from: '08:30', until: '18:00' };
const IRELAND = holidayCalendar('IE', { from: 2026, until: 2026 }, new Map([['2026-03-19', 'Regatta']]));
const rules = (perDay: number, { perDayOf, together = true }: Partial<PacingRules> = {}): PacingRules => ({
  hours: new SendingHours(HOURS, ZONE, IRELAND),
  perDay,
  perDayOf,
  together,
});
/** Epoch milliseconds of a moment on the clock of the firm. */
const at = (local: string) => Temporal.PlainDateTime.from(local).toZonedDateTime(ZONE).epochMilliseconds;
const local = (moment: number) =>
  Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(ZONE).toPlainDateTime().toString({ smallestUnit: 'minute' });

let written = 0;
const message = (id: string, more: Partial<Waiting> & { wanted?: string } = {}): Waiting => {
  const { wanted = '2026-03-11T10:00', ...rest } = more;
  written += 1;
  return { id, person: 'brid', matter: null, writtenAt: written, notBefore: at(wanted), now: false, ...rest };
};
/** Each sending as "moment: ids". */
const plan = (queue: Waiting[], of = rules(2), { now = '2026-03-11T10:00', sent = 0 } = {}) =>
  paced(queue, sent > 0 ? [{ person: 'brid', day: '2026-03-11', count: sent }] : [], of, at(now)).map((one) => `${local(one.at)}: ${one.ids.join(' ')}`);

describe('the plan of what goes to clients', () => {
  it('sends within the hours at once, as long as few went out that day', () => {
    expect(plan([message('a')], rules(2), { sent: 1 })).toEqual(['2026-03-11T10:00: a']);
    expect(plan([message('a')], rules(2), { sent: 2 })).toEqual(['2026-03-12T08:30: a']);
  });

  it.each([
    ['before they begin', '2026-03-11T07:10', '2026-03-11T08:30', ['hours']],
    ['after they end', '2026-03-11T18:00', '2026-03-12T08:30', ['hours']],
    ['on the evening before a weekend', '2026-03-13T20:00', '2026-03-16T08:30', ['closed']],
    ['on a holiday', '2026-03-17T11:00', '2026-03-18T08:30', ['hours']],
    ['on a day of the firm\u2019s own, and after it the weekend is not reached', '2026-03-19T09:00', '2026-03-20T08:30', ['hours']],
    ['on a Saturday', '2026-03-14T11:00', '2026-03-16T08:30', ['closed']],
    ['before the clocks change', '2026-03-27T19:00', '2026-03-30T08:30', ['closed']],
  ] as const)('waits for the next hours %s', (_, wanted, goes, held) => {
    const [sending] = paced([message('a', { wanted })], [], rules(2), at(wanted));
    expect([local(sending!.at), sending!.held.get('a')]).toEqual([goes, held]);
  });

  it('makes one message of what falls together, in the order in which it was written', () => {
    const wanted = '2026-03-12T08:30';
    expect(plan([message('a', { wanted }), message('b', { wanted }), message('c')])).toEqual(['2026-03-11T10:00: c', '2026-03-12T08:30: a b']);
  });

  it('keeps different people apart', () => {
    expect(plan([message('a'), message('b', { person: 'aidan' })])).toEqual(['2026-03-11T10:00: b', '2026-03-11T10:00: a']);
  });

  it('puts what comes to a full day with what still goes out on it, or on the next', () => {
    const later = message('later', { wanted: '2026-03-11T15:00' });
    expect(plan([later, message('a')], rules(1))).toEqual(['2026-03-11T15:00: later a']);
    expect(plan([message('a'), message('b'), message('c', { wanted: '2026-03-11T11:00' })], rules(1))).toEqual([
      '2026-03-11T10:00: a b',
      '2026-03-12T08:30: c',
    ]);
  });

  it('never puts off what was planned for what was written later', () => {
    const first = message('first', { wanted: '2026-03-12T09:00' });
    const queue = [first, ...['b', 'c', 'd'].map((id) => message(id, { wanted: '2026-03-12T08:30' }))];
    expect(plan(queue, rules(1))).toEqual(['2026-03-12T09:00: first b c d']);
  });

  it('lets nothing hold up what goes at once, which counts for that day', () => {
    const queue = [message('a'), message('code', { now: true, wanted: '2026-03-11T10:00' }), message('night', { now: true, wanted: '2026-03-11T23:00' })];
    expect(plan(queue, rules(2))).toEqual(['2026-03-11T10:00: code', '2026-03-11T23:00: night', '2026-03-12T08:30: a']);
  });

  it('lets nothing of a matter overtake what was written before about it', () => {
    const [ask, reminder] = [message('ask', { matter: 'm', wanted: '2026-03-13T09:00' }), message('reminder', { matter: 'm', wanted: '2026-03-12T09:00' })];
    expect(plan([ask, reminder, message('other', { wanted: '2026-03-12T09:00' })])).toEqual(['2026-03-12T09:00: other', '2026-03-13T09:00: ask reminder']);
  });

  it('keeps to what was agreed with a person', () => {
    const queue = [message('a'), message('b', { wanted: '2026-03-11T11:00' })];
    expect(plan(queue, rules(5, { perDayOf: new Map([['brid', 1]]) }))).toEqual(['2026-03-11T10:00: a', '2026-03-12T08:30: b']);
    expect(plan(queue, rules(0))).toEqual(['2026-03-11T10:00: a', '2026-03-12T08:30: b']);
  });

  it('sends what waited while nothing could go out once, as soon as it can', () => {
    const queue = ['2026-03-03', '2026-03-04', '2026-03-05'].map((day, at) => message(`${at}`, { wanted: `${day}T09:00` }));
    expect(plan(queue, rules(1))).toEqual(['2026-03-11T10:00: 0 1 2']);
  });

  it('sends each by itself where the firm wants it so, and counts each', () => {
    const queue = ['a', 'b', 'c'].map((id) => message(id, { wanted: '2026-03-12T08:30' }));
    expect(plan(queue, rules(2, { together: false }))).toEqual(['2026-03-12T08:30: a', '2026-03-12T08:30: b', '2026-03-13T08:30: c']);
  });

  it('has hours that open before they close', () => {
    for (const wrong of [
      { from: '18:00', until: '08:00' },
      { from: '8:30', until: '18:00' },
      { from: '08:30', until: '24:00' },
    ])
      expect(() => new SendingHours(wrong, ZONE, IRELAND)).toThrow(RangeError);
    expect(['00:00', '23:59', '24:00', '7:30', '07:60', null].map(isTimeOfDay)).toEqual([true, true, false, false, false, false]);
  });
});

describe('why a message waits', () => {
  it('is said beside it, and step by step', () => {
    const one = {
      notBefore: at('2026-03-13T20:00'),
      writtenAt: at('2026-03-13T20:00'),
      at: at('2026-03-17T08:30'),
      held: ['closed', 'limit'] as const,
      limit: 1,
      with: 2,
      now: false,
    };
    expect(heldInWords(one, HOURS)).toBe('the firm was closed; no more than 1 message a day goes to one person');
    expect(heldInWords({ held: ['hours'], limit: 3 }, HOURS)).toBe('messages go out from 08:30 to 18:00');
    expect(pacingWorkings(one, HOURS, ZONE).lines).toEqual([
      'Written on Fri 13 Mar 2026 at 20:00.',
      'It was put off: the firm was closed.',
      'It was put off: no more than 1 message a day goes to one person.',
      'It falls together with 2 other messages to the same person: they go as one.',
      'It goes out on Tue 17 Mar 2026 at 08:30.',
    ]);
  });

  it('is nothing for one that goes when it is wanted', () => {
    const wanted = at('2026-03-12T08:30');
    const lines = pacingWorkings(
      { notBefore: wanted, writtenAt: at('2026-03-11T10:00'), at: wanted, held: [], limit: 2, with: 0, now: false },
      HOURS,
      ZONE,
    ).lines;
    expect(lines).toEqual(['Written on Wed 11 Mar 2026 at 10:00, to go out on Thu 12 Mar 2026 at 08:30 or later.', 'It goes out on Thu 12 Mar 2026 at 08:30.']);
  });
});

describe('whatever waits', () => {
  const NOW = at('2026-03-11T10:00');
  const HOUR = 3_600_000;
  const anyQueue = fc
    .array(
      fc.record({
        person: fc.constantFrom('a', 'b', 'c'),
        matter: fc.option(fc.constantFrom('m', 'n')),
        writtenAt: fc.integer({ min: NOW - 100 * HOUR, max: NOW }),
        notBefore: fc.integer({ min: NOW - 100 * HOUR, max: NOW + 300 * HOUR }),
        now: fc.boolean().map((yes) => yes),
      }),
      { maxLength: 25 },
    )
    .map((all) => all.map((one, place): Waiting => ({ ...one, now: one.now && place % 4 === 0, id: `${place}`.padStart(2, '0') })));
  const anyRules = fc.record({
    perDay: fc.integer({ min: 1, max: 3 }),
    together: fc.boolean(),
    sent: fc.array(fc.record({ person: fc.constantFrom('a', 'b'), day: fc.constantFrom('2026-03-11', '2026-03-12'), count: fc.integer({ min: 0, max: 3 }) }), {
      maxLength: 3,
    }),
  });
  const check = (property: (queue: Waiting[], given: { perDay: number; together: boolean; sent: { person: string; day: string; count: number }[] }) => void) =>
    fc.assert(fc.property(anyQueue, anyRules, property), { numRuns: 200 });

  it('goes out exactly once, none before it is wanted, within the hours', () => {
    check((queue, { perDay, together, sent }) => {
      const of = rules(perDay, { together });
      const plan = paced(queue, sent, of, NOW);
      expect(plan.flatMap(({ ids }) => ids).sort()).toEqual(queue.map(({ id }) => id));
      const byId = new Map(queue.map((one) => [one.id, one]));
      for (const { at: goes, ids, person } of plan)
        for (const id of ids) {
          const one = byId.get(id)!;
          expect(one.person).toBe(person);
          expect(goes).toBeGreaterThanOrEqual(one.notBefore);
          if (one.now) expect([goes, ids]).toEqual([Math.max(NOW, one.notBefore), [id]]);
          else expect(of.hours.at(goes).from).toBeLessThanOrEqual(goes);
        }
    });
  });

  it('never passes the limit of a day, but for what goes at once', () => {
    check((queue, { perDay, together, sent }) => {
      const isNow = new Set(queue.filter((one) => one.now).map(({ id }) => id));
      const counts = new Map<string, { went: number; paced: number }>();
      for (const { person, day, count } of sent) counts.set(`${person} ${day}`, { went: (counts.get(`${person} ${day}`)?.went ?? 0) + count, paced: 0 });
      for (const { person, day, ids } of paced(queue, sent, rules(perDay, { together }), NOW)) {
        const count = counts.get(`${person} ${day}`) ?? { went: 0, paced: 0 };
        counts.set(`${person} ${day}`, isNow.has(ids[0]!) ? { ...count, went: count.went + 1 } : { ...count, paced: count.paced + 1 });
      }
      for (const { went, paced: planned } of counts.values()) expect(planned).toBeLessThanOrEqual(Math.max(0, perDay - went));
    });
  });

  it('keeps the order within a matter', () => {
    check((queue, { perDay, together, sent }) => {
      const plan = paced(queue, sent, rules(perDay, { together }), NOW);
      const placeOf = new Map(plan.flatMap(({ ids }, sending) => ids.map((id, within) => [id, [sending, within] as const])));
      for (const person of ['a', 'b', 'c'])
        for (const matter of ['m', 'n']) {
          const ofMatter = queue
            .filter((one) => one.person === person && one.matter === matter && !one.now)
            .sort((one, other) => one.writtenAt - other.writtenAt || (one.id < other.id ? -1 : 1));
          const places = ofMatter.map(({ id }) => placeOf.get(id)!);
          expect(places).toEqual([...places].sort((one, other) => one[0] - other[0] || one[1] - other[1]));
        }
    });
  });

  it('is planned the same a second time, also from where the first plan has put it', () => {
    check((queue, { perDay, together, sent }) => {
      const plan = paced(queue, sent, rules(perDay, { together }), NOW);
      expect(paced([...queue].reverse(), sent, rules(perDay, { together }), NOW)).toEqual(plan);
      const goes = new Map(plan.flatMap(({ at: moment, ids }) => ids.map((id) => [id, moment])));
      const again = paced(
        queue.map((one) => ({ ...one, notBefore: goes.get(one.id)! })),
        sent,
        rules(perDay, { together }),
        NOW,
      );
      expect(again.map(({ at: moment, ids }) => [moment, ids])).toEqual(plan.map(({ at: moment, ids }) => [moment, ids]));
    });
  });

  it('is planned in well under a second, ten thousand to five thousand people', () => {
    const queue = Array.from({ length: 10_000 }, (_, place): Waiting => ({
      id: `${place}`.padStart(5, '0'),
      person: `p${place % 5_000}`,
      matter: null,
      writtenAt: NOW - place,
      notBefore: NOW + (place % 200) * HOUR,
      now: false,
    }));
    const begun = performance.now();
    const plan = paced(queue, [], rules(1), NOW);
    expect(plan.flatMap(({ ids }) => ids)).toHaveLength(10_000);
    expect(performance.now() - begun).toBeLessThan(1_000);
  });
});

describe('a day with room for all', () => {
  const NOW = at('2026-03-11T10:00');
  const toBoth = () => [message('to brid'), message('to aidan', { person: 'aidan' })];
  const sentTo = (person: string, count: number) => [{ person, day: '2026-03-11', count }];

  it('is the day wanted where nobody gets too many', () => {
    expect(dayWithRoom([], toBoth(), sentTo('brid', 1), rules(2), NOW)).toBe('2026-03-11');
  });

  it('is the first on which no reader has as many already, over the days on which the firm is closed', () => {
    const queue = [message('waits', { person: 'aidan', wanted: '2026-03-12T09:00' }), message('waits too', { wanted: '2026-03-13T09:00' })];
    // Today is full for Bríd, Thursday for Aidan, Friday for Bríd; the weekend is closed.
    expect(dayWithRoom(queue, toBoth(), sentTo('brid', 1), rules(1, { together: false }), NOW)).toBe('2026-03-16');
    expect(pacedWith(queue, toBoth(), sentTo('brid', 1), rules(1, { together: false }), NOW).passesLimit).toBe(true);
  });

  it('is none where two of them go to one reader of one a day, unless they go as one', () => {
    const twice = [message('a'), message('b')];
    expect(dayWithRoom([], twice, [], rules(1, { together: false }), NOW)).toBeNull();
    expect(dayWithRoom([], twice, [], rules(1), NOW)).toBe('2026-03-11');
  });

  it('has room indeed: sent on it, none is held by the limit, whatever waits', () => {
    const person = fc.constantFrom('brid', 'aidan', 'orla');
    const moment = fc.integer({ min: 0, max: 12 * 24 }).map((hours) => NOW + hours * 3_600_000);
    const some = (prefix: string, max: number) =>
      fc.array(fc.record({ person, notBefore: moment }), { minLength: 1, maxLength: max }).map((all) => all.map((one, n) => message(`${prefix}${n}`, one)));
    fc.assert(
      fc.property(some('waits', 12), some('more', 3), fc.integer({ min: 1, max: 3 }), fc.boolean(), (queue, more, perDay, together) => {
        const of = rules(perDay, { together });
        const day = dayWithRoom(queue, more, [], of, NOW);
        if (day === null) return;
        const from = Math.max(at(`${day}T08:30`), NOW, ...more.map(({ notBefore }) => notBefore));
        const { plan: planned, passesLimit } = pacedWith(
          queue,
          more.map((one) => ({ ...one, notBefore: from })),
          [],
          of,
          NOW,
        );
        expect(passesLimit).toBe(false);
        for (const { day: goes } of planned.filter(({ ids }) => ids.some((id) => id.startsWith('more')))) expect(goes).toBe(day);
      }),
    );
  });
});
