import type { FilingRule } from '../rule';

/** Dates that the firm promises by itself. */
export const OWN: readonly FilingRule[] = [
  {
    id: 'own-books',
    name: 'Books closed',
    kind: 'own',
    authority: 'Our own date',
    country: null,
    appliesTo: { all: [] },
    rhythms: ['monthly', 'quarterly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2000-01-01',
        steps: [{ do: 'add working days', days: 12 }],
        source: 'The firm\u2019s own promise to clients: books closed within twelve working days',
      },
    ],
  },
];
