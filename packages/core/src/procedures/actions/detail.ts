import type { DetailValue } from '../../details';
import { isMoney, moneyInWords } from '../../money';
import type { ActionKind } from './kind';
import { isText } from './shape';

const inWords = (value: DetailValue | null): string =>
  isMoney(value) ? moneyInWords(value) : value === true ? 'yes' : value === false ? 'no' : String(value ?? 'nothing');

export const detail: ActionKind<'detail'> = {
  words: 'set an extra detail of the client',
  wrong: ({ detailId, value }) =>
    isText(detailId, 60) && (value === null || isMoney(value) || ['string', 'number', 'boolean'].includes(typeof value))
      ? null
      : 'choose the detail and its value',
  sentence: ({ detailId, value }, names) => `Sets "${names.detail(detailId)}" of the client to ${inWords(value)}`,
  leavesTheHouse: false,
  onPaper: () => ({}),
  fresh: ({ details }) => ({ detailId: details, value: '' }),
  fields: [
    { is: 'chosen', of: 'details', at: 'detailId', label: 'Which detail', none: 'add one under Firm, Details first' },
    { is: 'value of a detail', at: 'value', detailAt: 'detailId' },
  ],
};
