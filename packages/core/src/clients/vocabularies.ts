/** The words from which facts of a client are chosen. Each stands here once; the database, inputs, imports, lists and screens take them from here. */

export const LEGAL_FORMS = ['company', 'co-operative', 'charity', 'partnership', 'sole trader', 'person', 'not known'] as const;
export type LegalForm = (typeof LEGAL_FORMS)[number];

/** The two-month periods of the VAT return: from January, or from February. */
export const VAT_GROUPS = ['Jan-Feb', 'Feb-Mar'] as const;
export type VatGroup = (typeof VAT_GROUPS)[number];

/** Whether a client is written to by mail and answers by the portal, or gets letters and brings papers. */
export const WAYS = ['online', 'paper'] as const;
export type Way = (typeof WAYS)[number];

/** Whether a client is followed up about what it was asked for, where that is not as the firm does. */
export const FOLLOW_UPS = ['none'] as const;

/** So many messages go to the people of a client in a day, where it is not the firm's number. */
export const MESSAGES_PER_DAY = ['1', '2', '3', '5', '10'] as const;

export const PAYMENT_METHODS = ['bank transfer', 'direct debit', 'card', 'cash or cheque'] as const;
export type PaymentMethod = (typeof PAYMENT_METHODS)[number];

export const CLIENT_STATUSES = ['prospect', 'active', 'former'] as const;
export type ClientStatus = (typeof CLIENT_STATUSES)[number];

/** Legal forms as they stand at the head of a record. */
export const FORM_WORDS: Record<LegalForm, string> = {
  company: 'Company',
  'co-operative': 'Co-operative',
  charity: 'Charity',
  partnership: 'Partnership',
  'sole trader': 'Sole trader',
  person: 'Person',
  'not known': 'Legal form not known yet',
};

export const WAY_WORDS: Record<Way, string> = { online: 'online', paper: 'on paper' };

const REGISTERED_FORMS: readonly unknown[] = ['company', 'co-operative', 'charity'] satisfies LegalForm[];
/** Whether clients of this legal form keep accounts to a year-end of their own and stand in a register. */
export const isRegisteredForm = (form: unknown): boolean => REGISTERED_FORMS.includes(form);
