import MailComposer from 'nodemailer/lib/mail-composer';

/** A message that was sent, as a file that any mail program opens (RFC 5322). Where it came from has no address of its own yet. */
export async function letterAsMail(
  firm: string,
  message: { id: string; at: string; to: string; address: string; subject: string; body: string },
): Promise<string> {
  const mail = new MailComposer({
    from: { name: firm, address: 'no-reply@steady-almanac.example' },
    to: { name: message.to, address: message.address },
    date: new Date(message.at),
    messageId: `<${message.id}@steady-almanac.example>`,
    subject: message.subject,
    text: message.body,
  });
  return (await mail.compile().build()).toString('utf8');
}
