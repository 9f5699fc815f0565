import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ToSign, NO_EVIDENCE, coveredNumber, evidenceInWords, lacksOfEvidence, signersFor } from './evidence';

const una: ToSign = { name: 'Una Wade', role: 'Director and secretary', textTo: '+353 85 555 0142', isConfirmed: true };
const cathal: ToSign = { name: 'Cathal Foley', role: 'director', textTo: null, isConfirmed: true };
const bríd: ToSign = { name: 'Bríd Ó Dálaigh', role: null, textTo: null, isConfirmed: false };

describe('what a firm asks of a signature', () => {
  it('is nothing where nothing is said', () => {
    expect(evidenceInWords(NO_EVIDENCE)).toEqual([]);
    expect(lacksOfEvidence(NO_EVIDENCE, [bríd])).toEqual([]);
  });

  it('is said in words', () => {
    expect(evidenceInWords({ byText: true, capacity: 'trustee', atLeast: 1, identity: null })).toEqual([
      'signed by 1 trustee at least',
      'each with a code by text message',
    ]);
    expect(evidenceInWords({ byText: false, capacity: 'secretary', atLeast: 2, identity: null })).toEqual(['signed by 2 secretaries at least']);
    expect(evidenceInWords({ byText: false, capacity: null, atLeast: 2, identity: null })).toEqual(['signed by 2 people at least']);
  });

  it('counts a role however it is written, and not one that only holds its letters', () => {
    const director = { byText: false, capacity: 'Director', atLeast: 2, identity: null };
    expect(lacksOfEvidence(director, [una, cathal])).toEqual([]);
    expect(lacksOfEvidence(director, [una, { ...cathal, role: 'directors’ assistant' }])).toEqual(['2 Directors have to sign this; only Una Wade is one.']);
    expect(lacksOfEvidence({ ...director, atLeast: 1, identity: null }, [bríd])).toEqual(['A Director has to sign this; nobody chosen is one.']);
    expect(lacksOfEvidence({ ...director, atLeast: 3, identity: null }, [una, cathal])).toEqual([
      '3 Directors have to sign this; only Una Wade and Cathal Foley are.',
    ]);
  });

  it('any two are any two', () => {
    expect(lacksOfEvidence({ byText: false, capacity: null, atLeast: 2, identity: null }, [bríd])).toEqual(['2 people have to sign this; 1 is chosen.']);
    expect(lacksOfEvidence({ byText: false, capacity: null, atLeast: 2, identity: null }, [bríd, una])).toEqual([]);
  });

  it('names everybody to whom no code can go', () => {
    expect(lacksOfEvidence({ byText: true, capacity: null, atLeast: 1, identity: null }, [una, cathal, bríd])).toEqual([
      'A code goes by text message to everybody who signs this: give a number for Cathal Foley and Bríd Ó Dálaigh.',
    ]);
  });

  it('names everybody of whom the firm does not know who they are, where it asks for that', () => {
    const seen = { ...NO_EVIDENCE, identity: 'papers seen' as const };
    expect(evidenceInWords(seen)).toEqual(['each with their papers seen by one of us']);
    expect(lacksOfEvidence(seen, [una, bríd])).toEqual([
      'This kind of document asks for their papers seen by one of us, and that is not noted for Bríd Ó Dálaigh, or not good any more. Note it on the page of the contact.',
    ]);
    expect(lacksOfEvidence(seen, [una, cathal])).toEqual([]);
  });

  it('one more who signs never makes it too little where no code is asked for', () => {
    const person = fc.record({
      name: fc.string(),
      role: fc.option(fc.constantFrom('director', 'secretary', 'owner')),
      textTo: fc.constant(null),
      isConfirmed: fc.constant(true),
    });
    const asked = fc.record({
      byText: fc.constant(false),
      capacity: fc.option(fc.constantFrom('director', 'owner')),
      atLeast: fc.integer({ min: 1, max: 4 }),
      identity: fc.constant(null),
    });
    fc.assert(
      fc.property(asked, fc.array(person, { maxLength: 6 }), person, (evidence, signers, another) => {
        if (lacksOfEvidence(evidence, signers).length === 0) expect(lacksOfEvidence(evidence, [...signers, another])).toEqual([]);
      }),
    );
  });
});

it('those who sign where nobody chose them are as many as are asked for, of the capacity, in their order', () => {
  expect(signersFor(NO_EVIDENCE, [bríd, una])).toEqual([bríd]);
  expect(signersFor({ byText: false, capacity: 'director', atLeast: 2, identity: null }, [bríd, una, cathal])).toEqual([una, cathal]);
  expect(signersFor({ byText: false, capacity: 'trustee', atLeast: 1, identity: null }, [bríd, una])).toEqual([]);
});

it('of a number only its end is shown', () => {
  expect(coveredNumber('+353 (0)85 555-0142')).toBe('••• 0142');
});
