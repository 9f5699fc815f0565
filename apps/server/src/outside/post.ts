/** What sends messages to people, as the application sees it. */
export interface Letter {
  channel: 'mail' | 'text';
  toName: string;
  address: string;
  subject: string;
  body: string;
  /** Where an answer goes, where that is not the firm’s own address. */
  replyTo?: string;
  /** It lets a person of the firm in. */
  forStaff?: boolean;
}

/** A mail that came in at an address to which answers go. */
export interface ArrivedMail {
  /** The address to which it was sent. */
  to: string;
  /** The address from which it came; what it claims to be proves nothing. */
  from: string;
  subject: string;
  text: string;
}

type Taker = (firmId: string, mail: ArrivedMail) => Promise<void>;

/** What takes in mail, as the application sees it: whoever fetches mails hands them on here. */
export class MailTaken {
  private taker: Taker | null = null;

  /** Called once by the area that knows to what answers belong. */
  by(taker: Taker): void {
    this.taker = taker;
  }

  /** @throws Problem that says why it was not taken: nobody is asked for an answer there any more */
  async hand(firmId: string, mail: ArrivedMail): Promise<void> {
    if (!this.taker) throw new Error('Nobody takes mails in');
    await this.taker(firmId, mail);
  }
}

export abstract class PostRoom {
  /** The domain at which answers come in; null where nobody fetches them. */
  readonly answersAt: string | null = null;
  /** Whether text messages go out, too. */
  readonly takesTexts: boolean = false;

  /** Takes a message for delivery. Given twice with one key, it is delivered once. @throws when it cannot be taken now. */
  abstract take(firmId: string, key: string, letter: Letter): Promise<void>;
}
