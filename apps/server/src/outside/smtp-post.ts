import { type Transporter, createTransport } from 'nodemailer';
import { withWholeLinks } from '@steady/core/templates';
import { type Letter, PostRoom } from './post';
import type { MailServer } from '../platform/settings';

/** Sends messages through a mail server, from the firm's own name and address. Text messages need a service of their own. */
export class SmtpPost extends PostRoom {
  private readonly transport: Transporter;

  constructor(
    private readonly server: MailServer,
    /** Where the application is reached from outside; links in messages begin with it. */
    private readonly publicAddress: string,
    private readonly senderOf: (firmId: string) => Promise<{ name: string; address: string | null }>,
  ) {
    super();
    this.transport = createTransport(server.url);
  }

  async take(firmId: string, key: string, { channel, toName, address, subject, body, replyTo }: Letter): Promise<void> {
    if (channel !== 'mail') throw new Error('Text messages go out only once a service for them is set up');
    const { name, address: own } = await this.senderOf(firmId);
    await this.transport.sendMail({
      from: { name, address: own ?? this.server.from },
      // Where the firm's own address may not be sent from, answers still reach it.
      ...(replyTo !== undefined ? { replyTo: { name, address: replyTo } } : own === null ? {} : { replyTo: { name, address: own } }),
      to: { name: toName, address },
      // The same for each try, so that a mailbox recognises a message that came twice.
      messageId: `<${key.replace(/[^\w-]/g, '')}@${this.server.from.split('@')[1] ?? 'localhost'}>`,
      subject,
      text: withWholeLinks(body, this.publicAddress),
    });
  }
}

/** Stands where no mail server is set up: messages wait, and say why. */
export class NoPost extends PostRoom {
  take(): Promise<void> {
    return Promise.reject(new Error('No mail server is set up: start with MAIL_URL and MAIL_FROM'));
  }
}
