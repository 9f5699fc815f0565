import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { RULES } from '@steady/core/obligations';
import { dueCommand } from './due-command';

const folder = mkdtempSync(join(tmpdir(), 'steady-due-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, content: string) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
const told = (...args: string[]) => dueCommand(args);

describe('npm run due', () => {
  it('prints the date and the workings', () => {
    expect(told('--rule', 'ie-vat-return', '--period-end', '2026-02-28').out.split('\n')).toEqual([
      'VAT return, Revenue',
      'Due Mon 23 Mar 2026 (2026-03-23)',
      '',
      'How this date comes about',
      '  1. Period ends Sat 28 Feb 2026',
      '  2. Filed online',
      '  3. 1 month later: Sat 28 Mar 2026',
      '  4. Day 23 of that month: Mon 23 Mar 2026',
      '  5. A working day: due Mon 23 Mar 2026',
      expect.stringMatching(/^Source: VAT return, since 1 Jan 2009\..*Check before relying on it\.$/),
    ]);
  });

  it('takes facts from a file, and says when the rule does not apply to them', () => {
    const facts = file('facts.json', '{ "way": "paper", "vatRegistered": false }');
    const { out } = told('--rule', 'ie-vat-return', '--period-end', '2026-02-28', '--facts', facts);
    expect(out).toContain('Due Thu 19 Mar 2026');
    expect(out).toContain('With these facts the rule does not apply. It applies where: registered for VAT');
  });

  it('gives the same as JSON, with the extension where there is one', () => {
    const given = JSON.parse(told('--rule', 'us-1120s', '--period-end', '2025-12-31', '--json').out) as Record<string, unknown>;
    expect(given).toMatchObject({
      rule: { id: 'us-1120s', country: 'US' },
      period: { start: '2025-01-01', end: '2025-12-31' },
      due: '2026-03-16',
      extended: { due: '2026-09-15', automatic: true },
    });
  });

  it('lists every rule with its id, or those of one country', () => {
    const lines = told('--list').out.split('\n');
    expect(lines).toHaveLength(RULES.length);
    expect(lines[0]).toMatch(/^ie-vat-return {2,}VAT return, Revenue$/);
    expect(
      told('--list', '--country', 'nz')
        .out.split('\n')
        .every((line) => line.startsWith('nz-')),
    ).toBe(true);
    expect((JSON.parse(told('--list', '--json').out) as unknown[]).length).toBe(RULES.length);
  });

  it.each([
    [['--rule', 'xx-nothing', '--period-end', '2026-02-28'], 'There is no filing rule "xx-nothing". "npm run due -- --list" names them all.'],
    [['--rule', 'ie-vat-return'], 'Give --period-end, for example --period-end 2026-02-28.'],
    [['--rule', 'ie-vat-return', '--period-end', '2026-02-30'], '"2026-02-30" is not a day that exists.'],
    [['--rule', 'ie-vat-return', '--period-end', '2026-02-28', '--period-start', '2026-03-01'], 'The period ends before it starts.'],
    [['--rule', 'ie-vat-return', '--period-end', '1999-02-28'], 'No version of "VAT return" holds for a period ending 28 Feb 1999'],
    [['--rule', 'ie-vat-return', '--period-end', '2026-02-28', '--facts', '/nowhere.json'], 'The facts in /nowhere.json cannot be read'],
    [['--list', '--country', 'ZZ'], 'There is no rule for "ZZ". Countries are IE, GB, US, CA, AU, NZ.'],
    [['--wrong'], "Unknown option '--wrong'"],
  ])('%j: says what is wrong', (args, problem) => {
    expect(told(...args)).toMatchObject({ out: '', problem: expect.stringContaining(problem) as string });
  });

  it('refuses facts that are none', () => {
    for (const [name, content] of Object.entries({ 'list.json': '[1]', 'deep.json': '{"a":{"b":1}}', 'broken.json': '{' }))
      expect(told('--rule', 'ie-vat-return', '--period-end', '2026-02-28', '--facts', file(name, content)).problem).toContain(name);
  });
});
