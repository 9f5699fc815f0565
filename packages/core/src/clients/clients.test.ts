import { describe, expect, it } from 'vitest';
import { conditionInWords } from '../conditions';
import { clientTargets } from '../importing';
import { DETAILS } from '../templates';
import {
  CLIENT_SECTIONS,
  clientFact,
  clientFacts,
  enteredFacts,
  factLines,
  factsAtFirst,
  identifiers,
  isLookedAtByRules,
  isRegisteredForm,
  keptFacts,
} from '.';

describe('the list of facts', () => {
  it('names each column, heading and placeholder once', () => {
    const columns = clientFacts.map((fact) => fact.column ?? fact.key);
    const headings = clientFacts.flatMap((fact) => [...new Set([fact.label.toLowerCase(), ...(fact.headings ?? [])])]);
    const placeholders = clientFacts.flatMap((fact) => fact.placeholder?.name ?? []);
    for (const names of [columns, headings, placeholders]) expect(names).toHaveLength(new Set(names).size);
  });

  it('refers only to facts there are, and to sections of the sheet', () => {
    for (const fact of clientFacts) {
      if (fact.onlyWith) expect(clientFact(fact.onlyWith.fact)?.kind).toBeDefined();
      if (fact.section) expect(CLIENT_SECTIONS).toContain(fact.section);
    }
    expect(enteredFacts).toHaveLength(clientFacts.filter((fact) => fact.section).length);
  });

  it('has a start for whatever every client has, but for its name and its first day', () => {
    expect(clientFacts.filter((fact) => fact.required && fact.start === undefined).map((fact) => fact.key)).toEqual(['name', 'since']);
  });

  it('is where imports, rules and messages take their facts from', () => {
    const targets = clientTargets({ currency: 'EUR', people: [] }, []).map((target) => target.key);
    for (const fact of clientFacts) expect([fact.key, targets.includes(fact.key)]).toEqual([fact.key, fact.headings !== undefined]);
    for (const { placeholder } of clientFacts) if (placeholder) expect(DETAILS[placeholder.name]).toBe(placeholder.means);
    expect(identifiers.map((fact) => fact.key)).toEqual(['vatNumber', 'taxNumber', 'companyNumber']);
    expect([isLookedAtByRules('vatUntil'), isLookedAtByRules('trade'), isLookedAtByRules('unheard of')]).toEqual([true, false, false]);
  });
});

it('says conditions on facts in the words of the list, verbs as verbs', () => {
  expect(conditionInWords({ fact: 'vatFrom', until: '2026-01-01' })).toBe('start of its VAT registration is 2026-01-01 or before');
  expect(conditionInWords({ fact: 'way', oneOf: ['online', 'paper'] })).toBe('works online or on paper');
  expect(conditionInWords({ not: { fact: 'way', oneOf: ['online', 'paper'] } })).toBe('does not work online nor on paper');
});

it('shows a record: what belongs to the VAT registration in its line, an end that came before nothing', () => {
  const lines = factLines({
    name: 'Mizzen',
    legalForm: 'company',
    vatRegistered: true,
    vatGroup: 'Jan-Feb',
    vatNumber: 'IE9990001A',
    employer: false,
    way: 'paper',
    partnerId: '1',
  });
  expect(lines.map(({ label, words }) => `${label}: ${words}`)).toEqual([
    'VAT: registered, Jan-Feb group, IE9990001A',
    'Employs people: no',
    'Works with us: on paper',
  ]);
});

it('drops what belongs to a registration that is not there, and begins a record with what nobody said', () => {
  const kept = keptFacts({ name: 'Mizzen', legalForm: 'company', vatRegistered: false, vatGroup: 'Jan-Feb', employer: false, way: 'online', bic: 'ternie2d' });
  expect(kept).toMatchObject({ vatGroup: null, labels: [], bic: 'TERNIE2D', trade: null });
  expect(factsAtFirst()).toMatchObject({ legalForm: 'not known', standing: 'active', vatRegistered: false, way: 'online', labels: [], trade: null });
});

it('asks a year-end of whoever keeps accounts to one', () => {
  const { wantedOf, askedOf } = clientFact('yearEnd')!;
  expect(['company', 'charity', 'person', 'not known'].map((legalForm) => wantedOf!({ legalForm }))).toEqual([true, true, false, false]);
  expect(askedOf!({ legalForm: 'co-operative' })).toBe(true);
  expect([isRegisteredForm('partnership'), isRegisteredForm(undefined)]).toEqual([false, false]);
});
