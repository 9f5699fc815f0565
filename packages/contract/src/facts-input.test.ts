import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { describe, expect, it } from 'vitest';
import { AddClient } from './clients';
import { ChangeJob } from './jobs';
import { AlikeAsked } from './queries';

const faults = <Input extends object>(of: new () => Input, given: object): Record<string, string> =>
  Object.fromEntries(
    validateSync(plainToInstance(of, given), { whitelist: true, forbidNonWhitelisted: true, stopAtFirstError: true }).map(
      ({ property, constraints, children }) => [property, Object.values(constraints ?? children?.[0]?.constraints ?? {})[0]!],
    ),
  );

const CLIENT = { name: 'Mizzen Sailmakers Ltd', legalForm: 'company', yearEnd: '12-31', vatRegistered: false, employer: false, way: 'online' };

describe('a client that is written down', () => {
  it('needs what the list of facts requires, and no more', () => {
    expect(faults(AddClient, CLIENT)).toEqual({});
    expect(Object.keys(faults(AddClient, {})).sort()).toEqual(['employer', 'legalForm', 'name', 'vatRegistered', 'way']);
  });

  it.each<[string, object, Record<string, string>]>([
    ['a year-end where it is wanted', { yearEnd: undefined }, { yearEnd: 'Choose the day on which its year ends.' }],
    ['a group of a registered one', { vatRegistered: true }, { vatGroup: 'Choose the two-month group, it decides the periods of the VAT return.' }],
    ['a code that fits', { taxNumber: '12' }, { taxNumber: 'A tax number is 5 to 20 digits and letters.' }],
    ['a choice there is', { paymentMethod: 'gold' }, { paymentMethod: 'Choose how the client pays.' }],
    [
      'an end after the beginning',
      { employer: true, employerFrom: '2026-02-01', employerUntil: '2026-01-01' },
      { employerUntil: 'A registration ends after it begins.' },
    ],
    ['a day that exists', { vatFrom: '2026-02-31' }, { vatFrom: 'Give a day that exists, for example 23 Apr 2026.' }],
    ['somebody', { managerId: 'Orla' }, { managerId: 'Choose a person of the firm.' }],
    ['a town', { address: { street: '7 Strand Road' } }, { address: 'Give the town.' }],
    ['no null where a choice is left out', { paymentMethod: null }, { paymentMethod: 'Choose how the client pays.' }],
    ['nothing else', { sortName: 'x' }, { sortName: 'property sortName should not exist' }],
  ])('wants %s', (_, given, expected) => {
    expect(faults(AddClient, { ...CLIENT, ...given })).toEqual(expected);
  });

  it('is trimmed, and its codes are read with blanks', () => {
    const input = plainToInstance(AddClient, {
      ...CLIENT,
      name: '  Mizzen ',
      trade: '  ',
      vatNumber: 'ie 999 0001 a',
      vatRegistered: true,
      vatGroup: 'Jan-Feb',
    });
    expect([input.name, input.trade, validateSync(input)]).toEqual(['Mizzen', undefined, []]);
  });
});

it('changes some facts of a job: each may be left out, null takes away what may be nothing', () => {
  expect(faults(ChangeJob, { version: 1 })).toEqual({});
  expect(faults(ChangeJob, { version: 1, preparerId: null, ownStatus: null, contactId: null, income: null })).toEqual({});
  expect(Object.keys(faults(ChangeJob, { version: 1, dueOn: null, priority: null, fee: -1, name: 'x'.repeat(201) })).sort()).toEqual([
    'dueOn',
    'fee',
    'name',
    'priority',
  ]);
  expect(faults(ChangeJob, { version: 1, periodEnd: '2026-01-01' })).toEqual({ periodEnd: 'property periodEnd should not exist' });
});

it('looks for clients alike by what is typed, not yet a number', () => {
  expect(faults(AlikeAsked, { name: 'Miz', vatNumber: 'IE' })).toEqual({});
  expect(faults(AlikeAsked, { iban: 'x' })).toEqual({ iban: 'property iban should not exist' });
});
