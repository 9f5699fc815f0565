import { type Money, money } from '@steady/core/money';

/** An amount of the firms in the tests, which keep their books in euro. @param cents whole cents */
export const eur = (cents: number): Money => money(cents, 'EUR');

/** What is tried here in a minute takes a client weeks: the plan of what goes out has tests of its own. */
export const UNPACED = { perDay: 1_000, from: '00:00', until: '23:59', together: false };
