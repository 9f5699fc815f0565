/** What sends messages to people, as the application sees it. */
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
