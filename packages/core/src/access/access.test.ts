import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RIGHTS, RIGHTS_AT_FIRST, ROLES, rightsOf, sightInWords, whyNotRights } from '.';

describe('rights of a role', () => {
  it('are those of a new firm until it changes them', () => {
    expect(rightsOf('contractor')).toEqual(['see clients', 'do work', 'record time']);
    expect(rightsOf('manager')).toContain('bill');
    expect(rightsOf('preparer')).not.toContain('see fees');
  });

  it('never include the firm\u2019s own books at first', () => {
    for (const role of ROLES) expect(RIGHTS_AT_FIRST[role]).not.toContain('see own firm');
  });

  it('are allowed as they are at first', () => {
    for (const role of ROLES) expect(whyNotRights(role, RIGHTS_AT_FIRST[role])).toBeNull();
  });

  it('are as the firm set them, in one order, without what is not a right', () => {
    expect(rightsOf('preparer', ['bill', 'fly', 'see clients'])).toEqual(['see clients', 'bill']);
    fc.assert(
      fc.property(fc.subarray([...RIGHTS]), (rights) => {
        expect(rightsOf('manager', [...rights].reverse())).toEqual(rights);
      }),
    );
  });

  it.each([
    ['preparer', ['record time'], 'Every role sees the clients granted'],
    ['administrator', ['see clients'], 'keeps the right to run the firm'],
    ['manager', ['see clients', 'bill'], '"bill" needs "see fees"'],
  ] as const)('of a %s cannot be %j', (role, rights, why) => {
    expect(whyNotRights(role, rights)).toContain(why);
  });
});

it.each([
  [{ all: true, ownFirm: false }, 0, 'Fiachra sees every client, also those to come.'],
  [{ all: false, ownFirm: false }, 0, 'Fiachra sees no client yet.'],
  [{ all: false, ownFirm: false }, 1, 'Fiachra sees 1 client.'],
  [{ all: false, ownFirm: true }, 3, 'Fiachra sees 3 clients, and the firm\u2019s own record.'],
])('says how far a person sees: %j, %d', (sight, granted, words) => {
  expect(sightInWords('Fiachra', sight, granted)).toBe(words);
});
