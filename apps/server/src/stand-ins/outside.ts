/** The outside services, as the application sees them. Each has a stand-in that ships with it; a real one implements the same. */

export interface Letter {
  channel: 'mail' | 'text';
  toName: string;
  address: string;
  subject: string;
  body: string;
  /** It lets a person of the firm in. */
  forStaff?: boolean;
}

export abstract class PostRoom {
  /** Takes a message for delivery. Given twice with one key, it is delivered once. @throws when it cannot be taken now. */
  abstract take(firmId: string, key: string, letter: Letter): Promise<void>;
}

export interface Collection {
  amount: number;
  currency: string;
  /** What the payer sees: the invoice number. */
  reference: string;
  /** How the payer chose to pay. */
  means: string;
}

export type CollectionOutcome = { paid: true; reference: string } | { paid: false; why: string };

export abstract class Collector {
  /** Collects once for each key. */
  abstract collect(firmId: string, key: string, collection: Collection): Promise<CollectionOutcome>;
}

export interface Filing {
  authority: string;
  /** "VAT return, Mar-Apr 2026, Dunmarra Oysters Ltd" */
  what: string;
}

export abstract class FilingGateway {
  /** Files once for each key; asked again, it gives the same receipt. */
  abstract file(firmId: string, key: string, filing: Filing): Promise<{ receipt: string; at: string }>;
}
