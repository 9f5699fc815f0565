import type { Money } from '@steady/core/money';

/** What collects payments, as the application sees it. */
export interface Collection {
  amount: Money;
  /** What the payer sees: the invoice number. */
  reference: string;
}

export type CollectionOutcome = { paid: true; reference: string } | { paid: false; why: string };

export abstract class Collector {
  /** Collects once for each key. */
  abstract collect(firmId: string, key: string, collection: Collection): Promise<CollectionOutcome>;
}
