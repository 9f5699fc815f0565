import type { FilingRule } from '../rule';
import { IRS, UNITED_STATES_INSTALMENTS } from './united-states-instalments';

/** The United States, federal. States have rules of their own. */
export const UNITED_STATES: readonly FilingRule[] = [
  {
    id: 'us-1120',
    name: 'Corporation income tax return',
    kind: 'return',
    ...IRS,
    appliesTo: { all: [{ fact: 'legalForm', oneOf: ['company', 'co-operative'] }, { not: { fact: 'sCorporation', is: true } }] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2016-12-31',
        steps: [
          {
            do: 'where',
            when: {
              all: [
                { fact: 'periodEndMonth', is: 6 },
                { fact: 'periodEndsOn', until: '2026-06-30' },
              ],
            },
            then: [
              { do: 'add months', months: 3 },
              { do: 'set day', day: 15 },
            ],
            otherwise: [
              { do: 'add months', months: 4 },
              { do: 'set day', day: 15 },
            ],
          },
        ],
        whenClosed: 'next working day',
        extension: {
          name: 'six months, seven for years to 30 June that begin before 2026',
          automatic: true,
          asks: 'Form 7004 by the due date',
          steps: [
            {
              do: 'where',
              when: {
                all: [
                  { fact: 'periodEndMonth', is: 6 },
                  { fact: 'periodEndsOn', until: '2026-06-30' },
                ],
              },
              then: [{ do: 'add months', months: 7 }],
              otherwise: [{ do: 'add months', months: 6 }],
            },
          ],
          source: 'I.R.C. s. 6081(b)',
        },
        source:
          'I.R.C. s. 6072(a) and Treas. Reg. s. 1.6072-2: the 15th day of the fourth month after the year, of the third for years to 30 June that begin before 2026; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1120s',
    name: 'S corporation return',
    kind: 'return',
    ...IRS,
    appliesTo: {
      all: [
        { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
        { fact: 'sCorporation', is: true },
      ],
    },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2016-12-31',
        steps: [
          { do: 'add months', months: 3 },
          { do: 'set day', day: 15 },
        ],
        whenClosed: 'next working day',
        extension: {
          name: 'six months',
          automatic: true,
          asks: 'Form 7004 by the due date',
          steps: [{ do: 'add months', months: 6 }],
          source: 'Treas. Reg. s. 1.6081-3',
        },
        source:
          'I.R.C. s. 6072(b): the 15th day of the third month after the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1065',
    name: 'Partnership return',
    kind: 'return',
    ...IRS,
    appliesTo: { fact: 'legalForm', is: 'partnership' },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2016-12-31',
        steps: [
          { do: 'add months', months: 3 },
          { do: 'set day', day: 15 },
        ],
        whenClosed: 'next working day',
        extension: {
          name: 'six months',
          automatic: true,
          asks: 'Form 7004 by the due date',
          steps: [{ do: 'add months', months: 6 }],
          source: 'Treas. Reg. s. 1.6081-2',
        },
        source:
          'I.R.C. s. 6072(b): the 15th day of the third month after the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1040',
    name: 'Individual income tax return',
    kind: 'return',
    ...IRS,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [{ do: 'set month and day', month: 4, day: 15, yearsLater: 1 }],
        whenClosed: 'next working day',
        extension: {
          name: 'six months',
          automatic: true,
          asks: 'Form 4868 by the due date',
          steps: [{ do: 'add months', months: 6 }],
          source: 'Treas. Reg. s. 1.6081-4',
        },
        source:
          'I.R.C. s. 6072(a): 15 April after the calendar year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-941',
    name: 'Quarterly payroll return',
    kind: 'return',
    ...IRS,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['quarterly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'add months', months: 1, keepMonthEnd: true }],
        whenClosed: 'next working day',
        source:
          'Treas. Reg. s. 31.6071(a)-1: the last day of the month after the quarter; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-940',
    name: 'Federal unemployment return',
    kind: 'return',
    ...IRS,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 1, day: 31, yearsLater: 1 }],
        whenClosed: 'next working day',
        source:
          'Treas. Reg. s. 31.6071(a)-1(c): 31 January after the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-w2',
    name: 'Wage statements',
    kind: 'return',
    authority: 'Social Security Administration',
    country: 'US',
    region: 'dc',
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2016-12-31',
        steps: [{ do: 'set month and day', month: 1, day: 31, yearsLater: 1 }],
        whenClosed: 'next working day',
        source: 'I.R.C. s. 6071(c): 31 January after the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1099-nec',
    name: 'Statements of payments to others',
    kind: 'return',
    ...IRS,
    appliesTo: { not: { fact: 'legalForm', is: null } },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2020-12-31',
        steps: [{ do: 'set month and day', month: 1, day: 31, yearsLater: 1 }],
        whenClosed: 'next working day',
        source: 'I.R.C. s. 6071(c): 31 January after the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-990',
    name: 'Exempt organisation return',
    kind: 'return',
    ...IRS,
    appliesTo: { fact: 'legalForm', is: 'charity' },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          { do: 'add months', months: 5 },
          { do: 'set day', day: 15 },
        ],
        whenClosed: 'next working day',
        extension: {
          name: 'six months',
          automatic: true,
          asks: 'Form 8868 by the due date',
          steps: [{ do: 'add months', months: 6 }],
          source: 'Treas. Reg. s. 1.6081-9',
        },
        source:
          'Treas. Reg. s. 1.6033-2(e): the 15th day of the fifth month after the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  ...UNITED_STATES_INSTALMENTS,
];
