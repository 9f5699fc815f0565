import { describe, expect, it } from 'vitest';
import { civil } from '../calendar';
import { type KnownWork, jobTargets, proposeMapping, sortJobRows } from '.';

const TODAY = civil('2026-03-11');
const FIRM = { currency: 'EUR' as const, people: [{ id: 'niamh', name: 'Niamh Byrne' }] };
const TARGETS = jobTargets(FIRM, TODAY);
const KNOWN: KnownWork = {
  clients: [
    { id: 'dun', number: 1001, name: 'Dunmarra Oysters Ltd' },
    { id: 'ferry', number: 1002, name: 'Inishvane Ferries Ltd' },
    { id: 'kelly1', number: 1003, name: 'Kelly' },
    { id: 'kelly2', number: 1004, name: 'Kelly' },
  ],
  lines: [
    { id: 'vat', clientId: 'dun', name: 'VAT return', names: ['VAT return', 'VAT'] },
    { id: 'books-w', clientId: 'ferry', name: 'Bookkeeping, weekly', names: ['Bookkeeping'] },
    { id: 'books-m', clientId: 'ferry', name: 'Bookkeeping, monthly', names: ['Bookkeeping'] },
  ],
  due: [
    { id: 'o2', lineId: 'vat', serviceId: 's', name: 'VAT Mar-Apr', periodStart: '2026-03-01', periodEnd: '2026-04-30', dueOn: '2026-05-23', begun: false },
    { id: 'o1', lineId: 'vat', serviceId: 's', name: 'VAT Jan-Feb', periodStart: '2026-01-01', periodEnd: '2026-02-28', dueOn: '2026-03-23', begun: true },
    { id: 'w', lineId: 'books-w', serviceId: 's', name: 'Week 11', periodStart: '2026-03-09', periodEnd: '2026-03-15', dueOn: '2026-03-20', begun: false },
    { id: 'm', lineId: 'books-m', serviceId: 's', name: 'March', periodStart: '2026-03-01', periodEnd: '2026-03-31', dueOn: '2026-04-14', begun: false },
  ],
  procedures: [{ id: 'grant', name: 'Grant claim' }],
  open: [{ clientId: 'dun', name: 'Second café', number: 7 }],
};
const HEAD = ['Client', 'Service', 'Period end', 'Job', 'Start date', 'Due date', 'Preparer', 'Fee', 'Priority'];
const MAPPING = proposeMapping(HEAD, TARGETS);
const sorted = (rows: string[][], decisions: [number, string][] = []) =>
  sortJobRows(rows, MAPPING, TARGETS, KNOWN, { today: TODAY, decisions: new Map(decisions) });
const verdict = (row: string[], decision?: string) => sorted([row], decision ? [[2, decision]] : [])[0]!.verdict;

describe('a file of jobs', () => {
  it('has its columns recognised', () => {
    expect(MAPPING).toEqual(['client', 'work', 'period', 'name', 'startOn', 'dueOn', 'preparerId', 'fee', 'priority']);
  });

  it('begins the job of a deadline by service and any day of its period, or the next that has not begun', () => {
    const march = { kind: 'new', clientId: 'dun', begins: { obligationId: 'o2', name: 'VAT Mar-Apr', dueOn: '2026-05-23' } };
    expect(verdict(['Dunmarra Oysters', 'vat', '31 Mar 2026'])).toMatchObject(march);
    expect(verdict(['1001', 'VAT return', ''])).toMatchObject(march);
  });

  it('begins a job by hand by a procedure, or by none, with its people, fee and priority', () => {
    expect(verdict(['1001', 'Grant claim', '', '', '', '30 Apr 2026', 'Niamh Byrne', '450', 'first'])).toEqual({
      kind: 'new',
      clientId: 'dun',
      begins: { procedureId: 'grant', name: 'Grant claim', startOn: '2026-03-11', dueOn: '2026-04-30' },
      of: { preparerId: 'niamh', fee: { amount: 45_000, currency: 'EUR' }, priority: 'first' },
    });
    expect(verdict(['1001', '', '', 'Look at the lease', '1 Apr', '30 Apr'])).toMatchObject({
      begins: { procedureId: null, name: 'Look at the lease', startOn: '2026-04-01' },
    });
  });

  it('says what is there: a period that has begun, an open job of the name, a line of the file before it', () => {
    expect(verdict(['1001', 'VAT', '28 Feb 2026'])).toEqual({ kind: 'there', why: 'VAT Jan-Feb has begun already.' });
    expect(verdict(['1001', '', '', 'second café', '', '30 Apr'])).toEqual({ kind: 'there', why: 'Job 7 is the same and still open.' });
    const twice = sorted([['1001', 'VAT'], [], ['Dunmarra Oysters Ltd', 'VAT return']]);
    expect(twice.map((row) => [row.line, row.verdict.kind])).toEqual([
      [2, 'new'],
      [4, 'there'],
    ]);
    expect(twice[1]!.verdict).toEqual({ kind: 'there', why: 'Line 2 of the file is the same job.' });
  });

  it('is in doubt where a name is of two clients, or much like one, or a client has several of a service', () => {
    expect(verdict(['Kelly', '', '', 'Ring', '', '30 Apr'])).toMatchObject({
      kind: 'doubtful',
      candidates: [{ id: 'kelly1', name: 'Kelly, 1003' }, { id: 'kelly2' }],
    });
    expect(verdict(['Inishvane Ferrys Ltd', '', '', 'Ring', '', '30 Apr'])).toMatchObject({ kind: 'doubtful', candidates: [{ id: 'ferry' }] });
    expect(verdict(['1002', 'Bookkeeping'])).toMatchObject({ kind: 'doubtful', candidates: [{ id: 'books-w' }, { id: 'books-m' }] });
  });

  it('takes what was decided for a row in doubt', () => {
    expect(verdict(['Kelly', '', '', 'Ring', '', '30 Apr'], 'kelly2')).toMatchObject({ kind: 'new', clientId: 'kelly2' });
    expect(verdict(['1002', 'Bookkeeping'], 'books-m')).toMatchObject({ kind: 'new', begins: { obligationId: 'm' } });
  });

  it.each([
    [['', 'VAT'], 0, 'Say for which client'],
    [['Quite unknown', 'VAT'], 0, 'There is no client "Quite unknown"'],
    [['1002', 'VAT'], 1, 'The client does not have this service'],
    [['1001', 'Dancing'], 1, 'There is no service or procedure "Dancing"'],
    [['1001', 'VAT', '1 Jan 2019'], 2, 'No period of this service'],
    [['1001', '', '', ''], 3, 'Say what the work is'],
    [['1001', 'Grant claim'], 5, 'Give the day on which it is due'],
    [['1001', 'Grant claim', '', '', '', '1 Mar 2026'], 5, 'This day is over'],
    [['1001', 'Grant claim', '', '', '1 May', '30 Apr'], 5, 'on or after the day it starts'],
  ])('is wrong with the reason at the cell: %j', (row, column, message) => {
    expect(verdict(row)).toMatchObject({ kind: 'wrong', faults: [{ column, message: expect.stringContaining(message) as string }] });
  });

  it('leaves out cells that cannot be read, or that the deadline sets, and takes the row', () => {
    const [row] = sorted([['1001', 'VAT', '', '', '', '1 May', 'Somebody Else', 'much', '']]);
    expect(row!.verdict.kind).toBe('new');
    expect(row!.leftOut.map((fault) => fault.column).sort()).toEqual([5, 6, 7]);
  });
});
