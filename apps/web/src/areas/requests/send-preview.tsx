import type { SendPreview } from '@steady/contract/requests';

/** What goes to whom, word for word, and who gets nothing. */
export function PreviewOfSending({ of }: { of: SendPreview }) {
  return (
    <>
      {of.nobody.map((one) => (
        <p key={one.name} className="mb-2 border border-ochre bg-ochre-tint px-3 py-2">
          Nobody is told: {one.name} {one.why}.
        </p>
      ))}
      {of.messages.map((message) => (
        <article key={message.address} className="sheet mb-3">
          <p className="border-b border-rule-soft px-3 py-2">
            A message goes to <b>{message.to}</b> <span className="text-soft">{message.address}</span>
          </p>
          <p className="px-3 pt-2 font-semibold">{message.subject}</p>
          <p className="px-3 pt-1 pb-3 text-table whitespace-pre-line">{message.body}</p>
        </article>
      ))}
    </>
  );
}
