import { type Money, money } from '@steady/core/money';

/** An amount of the demo firms, which keep their books in euro. @param cents whole cents */
export const eur = (cents: number): Money => money(cents, 'EUR');
