import { civil } from '../calendar';
import { addressInLine } from '../facts';
import { type Money, moneyInWords, plainIban } from '../money';
import { fullDate } from '../words';
import type { PostalAddress } from '../facts';
import type { Answer, PeriodAnswer, PersonAnswer, Question, TableAnswer } from './questionnaire';

/**
 * A bank account number of which only the country and the last figures are shown.
 *
 * @example maskedAccount('IE51 TERN 9904 6325 3550 93') // 'IE•• •••• 5093'
 */
export const maskedAccount = (iban: string): string => `${plainIban(iban).slice(0, 2)}•• •••• ${plainIban(iban).slice(-4)}`;

const day = (iso: string) => fullDate(civil(iso));

/**
 * An answer as a person reads it. A bank account is shown masked; a table by its rows, with semicolons between cells.
 *
 * @param fileName what the document is called whose id stands in an answer
 */
export function answerInWords({ kind }: Pick<Question, 'kind'>, value: Answer, fileName: (id: string) => string = (id) => id): string {
  switch (kind) {
    case 'yes or no':
      return value === true ? 'yes' : 'no';
    case 'statement':
      return 'confirmed';
    case 'money':
      return moneyInWords(value as Money);
    case 'date':
      return day(value as string);
    case 'period': {
      const { from, until } = value as PeriodAnswer;
      return `${day(from)} to ${day(until)}`;
    }
    case 'address':
      return addressInLine(value as PostalAddress);
    case 'bank account':
      return maskedAccount(value as string);
    case 'person': {
      const { name, relation, born } = value as PersonAnswer;
      return [name, relation, born && `born ${day(born)}`].filter(Boolean).join(', ');
    }
    case 'many of':
      return (value as string[]).join(', ');
    case 'file':
      return (value as string[]).map(fileName).join(', ');
    case 'table':
      return (value as TableAnswer).rows.map((row) => row.join('; ')).join('\n');
    default:
      return typeof value === 'number' ? String(value) : (value as string);
  }
}
