import { counted } from '@steady/core/words';
import type { Letter } from '../../outside/post';
import type { Firm } from '../../platform/work';

/** A letter in the outbox: the messages that it holds, and whether it goes whatever the hour. */
export type Going = Letter & { messageIds: string[]; isNow: boolean };

/** A message with what is wanted to send it with others as one. */
export interface Letters {
  id: string;
  contactId: string;
  toName: string;
  address: string;
  subject: string;
  body: string;
  /** Its words without greeting, link and signature. */
  paragraphs: string;
  /** Who signs it; empty for the firm alone. */
  signature: string;
  /** Where an answer goes. */
  replyTo: string | null;
}

/** What a message is about: its subject without the name of the firm before it. */
const headingOf = (firm: Pick<Firm, 'shortName'>, subject: string) =>
  subject.startsWith(`${firm.shortName}: `) ? subject.slice(firm.shortName.length + 2) : subject;

/**
 * Several messages to one person as one letter: a heading for each matter, one link, one signature.
 *
 * @param link where it leads: the first page of the portal
 */
export function asOne(
  firm: Pick<Firm, 'name' | 'shortName'>,
  messages: readonly Letters[],
  link: string,
): Pick<Letter, 'toName' | 'address' | 'subject' | 'body'> {
  const [first] = messages;
  const { toName, address } = first!;
  const matters = messages.map(({ subject, paragraphs }, at) => `${at + 1}. ${headingOf(firm, subject)}\n\n${paragraphs}`);
  const signers = new Set(messages.map(({ signature }) => signature));
  const signature = signers.size === 1 && first!.signature ? `${first!.signature}\n` : '';
  return {
    toName,
    address,
    subject: `${firm.shortName}: ${counted(messages.length, 'matter')}, the first: ${headingOf(firm, first!.subject)}`.slice(0, 200),
    body: [`Dear ${toName},`, ...matters, `All of it is here: ${link}`, `${signature}${firm.name}`].join('\n\n'),
  };
}
