import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Temporal } from '../calendar';
import { LEGAL_FORMS } from '../clients';
import {
  FOLDER_RIGHTS,
  type FolderTemplate,
  ORIGINS,
  OUTSIDE_FOLDERS,
  READY_MADE_FOLDERS,
  accessInWords,
  bringBackBy,
  fileNameOf,
  folderFor,
  hasFolder,
  mayAdd,
  mayRead,
  titleOf,
  whoCannotRead,
} from '.';

const folder = (id: string, more: Partial<FolderTemplate> = {}): FolderTemplate => ({
  id,
  name: id,
  right: 'firm only',
  forms: [],
  byYear: false,
  takes: [],
  services: [],
  ...more,
});

describe('the folder that a document goes into without being asked', () => {
  const papers = folder('papers', { takes: ['from us'] });
  const payslips = folder('payslips', { takes: ['from us', 'from the client'], services: ['payroll'] });
  const sent = folder('sent', { takes: ['from the client'] });
  const ofCompanies = folder('records', { takes: ['from us'], forms: ['company'] });
  const all = [papers, sent, payslips, ofCompanies];
  const goes = (origin: (typeof ORIGINS)[number], serviceId: string | null = null, templates = all) =>
    folderFor(templates, { form: 'person', origin, serviceId })?.id ?? null;

  it('takes what comes from there', () => {
    expect(goes('from us')).toBe('papers');
    expect(goes('from the client')).toBe('sent');
    expect(goes('bill')).toBeNull();
  });

  it('is of the service of the job before one for all services', () => {
    expect(goes('from us', 'payroll')).toBe('payslips');
    expect(goes('from the client', 'payroll')).toBe('payslips');
    expect(goes('from us', 'vat')).toBe('papers');
    expect(goes('from us', null, [payslips])).toBeNull();
  });

  it('is one that clients of this legal form have', () => {
    expect(goes('from us', null, [ofCompanies, papers])).toBe('papers');
    expect(folderFor([ofCompanies, papers], { form: 'company', origin: 'from us', serviceId: null })?.id).toBe('records');
  });

  it('is always one that takes it, or none', () => {
    const template = fc.record({
      id: fc.uuid(),
      name: fc.string(),
      right: fc.constantFrom(...FOLDER_RIGHTS),
      forms: fc.subarray([...LEGAL_FORMS]),
      byYear: fc.boolean(),
      takes: fc.subarray([...ORIGINS]),
      services: fc.subarray(['a', 'b']),
    });
    fc.assert(
      fc.property(
        fc.array(template),
        fc.constantFrom(...LEGAL_FORMS),
        fc.constantFrom(...ORIGINS),
        fc.constantFrom('a', 'c', null),
        (those, form, origin, serviceId) => {
          const found = folderFor(those, { form, origin, serviceId });
          const fits = (one: FolderTemplate) =>
            hasFolder(one, form) && one.takes.includes(origin) && (one.services.length === 0 || (serviceId !== null && one.services.includes(serviceId)));
          expect(found === null ? those.some(fits) : !fits(found)).toBe(false);
        },
      ),
    );
  });

  it('is there for everything that comes, once a firm uses the ready-made ones', () => {
    const those = READY_MADE_FOLDERS.map((one, index) => ({ ...one, id: String(index), services: [] }));
    for (const form of LEGAL_FORMS) for (const origin of ORIGINS) expect(folderFor(those, { form, origin, serviceId: null })).not.toBeNull();
  });
});

describe('who sees what lies in a folder', () => {
  it('is nobody of the client where it is for the firm only, or in no folder', () => {
    expect(mayRead({ right: 'firm only', onlyFor: ['a'] }, 'a')).toBe(false);
    expect(mayRead(OUTSIDE_FOLDERS, 'a')).toBe(false);
  });

  it('are those for whom it is', () => {
    expect(mayRead({ right: 'client reads', onlyFor: null }, 'a')).toBe(true);
    expect(mayRead({ right: 'client reads', onlyFor: ['b'] }, 'a')).toBe(false);
    expect(mayAdd({ right: 'client reads', onlyFor: null }, 'a')).toBe(false);
    expect(mayAdd({ right: 'client reads and adds', onlyFor: ['a'] }, 'a')).toBe(true);
    expect(mayAdd({ right: 'client reads and adds', onlyFor: [] }, 'a')).toBe(false);
  });

  it('leaves over those who would be told of something they cannot see', () => {
    const people = [
      { id: 'a', name: 'Niamh Duffy' },
      { id: 'b', name: 'Tom Duffy' },
    ];
    expect(whoCannotRead({ right: 'client reads', onlyFor: ['a'] }, people).map((one) => one.name)).toEqual(['Tom Duffy']);
    expect(whoCannotRead({ right: 'client reads', onlyFor: null }, people)).toEqual([]);
    expect(whoCannotRead(OUTSIDE_FOLDERS, people)).toHaveLength(2);
  });

  it.each([
    ['client reads', null, 'the client reads it'],
    ['client reads and adds', null, 'the client reads it and adds to it'],
    ['client reads', ['Niamh Duffy', 'Tom Duffy'], 'only Niamh Duffy and Tom Duffy read it at the client'],
    ['client reads and adds', ['Niamh Duffy'], 'only Niamh Duffy reads it and adds to it at the client'],
    ['client reads', [], 'nobody at the client reads it'],
    ['client reads and adds', [], 'nobody at the client reads it'],
    ['firm only', ['Niamh Duffy'], 'only the firm sees it'],
  ] as const)('is said: %s, %j', (right, names, said) => {
    expect(accessInWords(right, names)).toBe(said);
  });
});

describe('the name of a document', () => {
  const scan = { client: 'Dunmarra Oysters Ltd', what: null, name: 'scan.pdf', of: null, year: 2026 };

  it('says what it is, or else how its file was called', () => {
    expect(titleOf({ what: 'Bank statement', name: 'scan.pdf' })).toBe('Bank statement');
    expect(titleOf({ what: null, name: 'scan.pdf' })).toBe('scan.pdf');
  });

  it('says client, what and job when it leaves, and keeps the ending of the file', () => {
    expect(fileNameOf({ ...scan, what: 'Bank statement', of: 'Payroll, March 2026' })).toBe('Dunmarra Oysters Ltd, Bank statement, Payroll, March 2026.pdf');
    expect(fileNameOf(scan)).toBe('Dunmarra Oysters Ltd, scan, 2026.pdf');
    expect(fileNameOf({ ...scan, what: 'Lease 2026' })).toBe('Dunmarra Oysters Ltd, Lease 2026.pdf');
  });

  it('has no ending where the file had none', () => {
    expect(fileNameOf({ ...scan, name: 'ledger' })).toBe('Dunmarra Oysters Ltd, ledger, 2026');
    expect(fileNameOf({ ...scan, name: 'of 3. March' })).toBe('Dunmarra Oysters Ltd, of 3. March, 2026');
    expect(fileNameOf({ ...scan, name: '.hidden' })).toBe('Dunmarra Oysters Ltd, .hidden, 2026');
  });
});

it('can be brought back for thirty days after it was taken out', () => {
  expect(bringBackBy(Temporal.PlainDate.from('2026-01-31')).toString()).toBe('2026-03-02');
});
