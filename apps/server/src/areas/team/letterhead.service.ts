import { Injectable } from '@nestjs/common';
import type { Letterhead, LetterheadView } from '@steady/contract/letterhead';
import { plainIban } from '@steady/core/money';
import { eventKind } from '../../platform/events';
import type { Work } from '../../platform/work';
import { FirmSettings } from './firm-settings';

export const LetterheadChanged = eventKind<object>('letterhead changed', 'team');

type Line = Exclude<keyof Letterhead, 'version'>;
const WORDS: Record<Line, string> = {
  name: 'the name of the firm',
  address: 'its address',
  vatNumber: 'its VAT number',
  iban: 'its account number',
  bic: 'its bank identifier code',
  creditorId: 'its creditor identifier',
  paymentDays: 'the days in which bills are paid',
  terms: 'the terms on bills',
};
const KEYS = Object.keys(WORDS) as Line[];

const plain = (text: string | undefined) => (text === undefined ? null : plainIban(text));

/** Who the firm is on its own paper. */
@Injectable()
export class LetterheadService {
  constructor(private readonly settings: FirmSettings) {}

  /** What stands on the firm's paper now. */
  view({ firm }: Work): LetterheadView {
    const { logoAddress, version } = firm;
    return {
      ...Object.fromEntries(KEYS.flatMap((key) => (firm[key] === null ? [] : [[key, firm[key]]]))),
      version,
      logo: logoAddress?.slice(0, 12) ?? null,
    } as unknown as LetterheadView;
  }

  /** Bills that were issued keep what stood on them. */
  async keep(work: Work, input: Letterhead): Promise<void> {
    const { name, address, paymentDays, terms, vatNumber, iban, bic, creditorId, version } = input;
    const set = {
      name,
      address,
      paymentDays,
      terms: terms ?? null,
      vatNumber: plain(vatNumber),
      iban: plain(iban),
      bic: plain(bic),
      creditorId: plain(creditorId),
    };
    await this.settings.change(work, LetterheadChanged, set, WORDS, version);
  }
}
