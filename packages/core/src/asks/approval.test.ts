import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Party, approvedText, lacksOfApproval } from '.';

const party = (name: string, more: Partial<Party> = {}): Party => ({
  id: name,
  contactId: name,
  memberId: null,
  name,
  position: 0,
  state: 'asked',
  turnSince: '2026-03-10T09:00:00Z',
  doneAt: null,
  reason: null,
  wantedBy: null,
  ...more,
});

describe('what is to be approved', () => {
  it('lacks the approval of whoever has the turn, is done with the last, and ended by whoever does not approve', () => {
    const [cara, dara] = [party('Cara'), party('Dara', { state: 'ahead', position: 1, turnSince: null })];
    expect(lacksOfApproval('Accounts 2025', [cara, dara])).toEqual({
      client: [{ what: 'the approval of Cara', since: '2026-03-10T09:00:00Z' }],
      us: [],
      ended: null,
    });
    expect(
      lacksOfApproval('Accounts 2025', [
        { ...cara, state: 'done' },
        { ...dara, state: 'done' },
      ]).ended,
    ).toBe('done');
    const not = { ...cara, state: 'refused' as const, doneAt: '2026-03-11T09:00:00Z', reason: 'The stock is wrong.' };
    expect(lacksOfApproval('Accounts 2025', [not, dara])).toEqual({
      client: [],
      us: [{ key: 'Cara refusal', what: 'Not approved: Accounts 2025', why: 'Cara: The stock is wrong.', since: '2026-03-11T09:00:00Z' }],
      ended: 'refused',
    });
  });

  it('is another text whenever anything in it is another', () => {
    const of = fc.record({ words: fc.string(), document: fc.option(fc.string(), { nil: null }) });
    fc.assert(
      fc.property(of, of, (a, b) => {
        expect(approvedText(a) === approvedText(b)).toBe(a.words === b.words && a.document === b.document);
      }),
    );
  });
});
