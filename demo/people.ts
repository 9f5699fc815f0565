import type { Role } from '@steady/core/access';

interface DemoPerson {
  name: string;
  shortName: string;
  role: Role;
  does: string;
  /** Hours for clients on each weekday. */
  hours: [number, number, number, number, number];
  /** Charge rate per hour, cents. */
  rate: number;
  /** What an hour costs the firm, cents. */
  cost: number;
}

/** The nine people of Marram & Tern. All are made up. */
export const PEOPLE = {
  orla: { name: 'Orla Keane', shortName: 'Orla', role: 'manager', does: 'practice manager', hours: [3.5, 3.5, 3.5, 3.5, 3], rate: 9_500, cost: 4_000 },
  ruairi: { name: 'Ruairí Hession', shortName: 'Ruairí', role: 'partner', does: 'partner, companies', hours: [3, 3, 3, 3, 3], rate: 14_000, cost: 5_900 },
  grainne: {
    name: 'Gráinne Molloy',
    shortName: 'Gráinne',
    role: 'partner',
    does: 'partner, persons and farms',
    hours: [3, 3, 3, 3, 0],
    rate: 13_500,
    cost: 5_650,
  },
  niamh: { name: 'Niamh Daly', shortName: 'Niamh', role: 'preparer', does: 'VAT and accounts', hours: [5.5, 5.5, 5.5, 5.5, 5], rate: 6_000, cost: 2_500 },
  tadhg: { name: 'Tadhg Moran', shortName: 'Tadhg', role: 'preparer', does: 'accounts and tax', hours: [5.5, 5.5, 5.5, 5.5, 5], rate: 7_500, cost: 3_150 },
  aoife: {
    name: 'Aoife Ryan',
    shortName: 'Aoife',
    role: 'preparer',
    does: 'income tax, four days a week',
    hours: [5.5, 5.5, 0, 5.5, 5],
    rate: 6_200,
    cost: 2_600,
  },
  sean: { name: 'Seán Tully', shortName: 'Seán', role: 'preparer', does: 'payroll and books', hours: [6, 6, 6, 6, 6], rate: 4_800, cost: 2_000 },
  fiachra: {
    name: 'Fiachra Dunne',
    shortName: 'Fiachra',
    role: 'contractor',
    does: 'bookkeeper, two days a week',
    hours: [0, 6, 0, 6, 0],
    rate: 5_000,
    cost: 2_100,
  },
  eimear: { name: 'Eimear Walsh', shortName: 'Eimear', role: 'administrator', does: 'office and access', hours: [1, 1, 1, 1, 1], rate: 4_000, cost: 1_700 },
} as const satisfies Record<string, DemoPerson>;

export type PersonKey = keyof typeof PEOPLE;
