import type { ReactNode } from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';
import type { CivilDate } from '@steady/core/calendar';
import type { SendPreview } from '@steady/contract/requests';
import { TickField } from '../../ui/fields';
import type { LeafForm } from '../../ui/form';
import { useSession } from '../../app/session';
import { Leaf } from '../../ui/leaf';
import { momentInWords } from '../../ui/words';

/** What goes to whom, word for word, and who gets nothing. */
function PreviewOfSending({ of }: { of: SendPreview }) {
  const { day } = useSession();
  return (
    <>
      {of.nobody.map((one) => (
        <p key={one.name} className="mb-2 border border-ochre bg-ochre-tint px-3 py-2">
          Nobody is notified: {one.name} {one.why}.
        </p>
      ))}
      {of.ours && of.ours.length > 0 && (
        <p className="mb-2 border border-rule bg-page px-3 py-2">
          {of.ours.join(', ')} of us {of.ours.length === 1 ? 'finds' : 'find'} it on Today, and by mail as each wishes to be told.
        </p>
      )}
      {of.inPortal && of.inPortal.length > 0 && (
        <p className="mb-2 border border-rule bg-page px-3 py-2">
          {of.inPortal.join(', ')} {of.inPortal.length === 1 ? 'finds' : 'find'} it in the portal. No message goes out, and no follow-up.
        </p>
      )}
      {of.warnings?.map((words) => (
        <p key={words} className="mb-2 border border-ochre bg-ochre-tint px-3 py-2 text-table">
          {words}
        </p>
      ))}
      {of.messages.map((message) => (
        <article key={message.address} className="sheet mb-3">
          <p className="border-b border-rule-soft px-3 py-2">
            A message goes to <b>{message.to}</b> <span className="text-soft">{message.address}</span>
          </p>
          <p className="px-3 pt-2 font-semibold">{message.subject}</p>
          <p className="px-3 pt-1 pb-3 text-table whitespace-pre-line">{message.body}</p>
          {message.goesOut.why !== null && (
            <p className="border-t border-ochre bg-ochre-tint px-3 py-2 text-table">
              It goes out {momentInWords(message.goesOut.at, day)}: {message.goesOut.why}.
            </p>
          )}
        </article>
      ))}
    </>
  );
}

/** Where the form of such a leaf stands, and what it does. */
export interface SendingStep {
  /** What would go out; null as long as it is written. */
  preview: SendPreview | null;
  of: Pick<LeafForm<never>, 'onSubmit' | 'busy' | 'problem'>;
  onBack(): void;
  onClose(): void;
  /** The field by which it is sent at once all the same. */
  now: UseFormRegisterReturn;
}

interface Sending {
  title: string;
  step: SendingStep;
  /** What the button says when nobody would be written to; null when there is nothing to do then. */
  withNobody: string | null;
  /** What the button says where that is not that it is sent. */
  sends?: string;
  /** Stands below what goes out. */
  after?: ReactNode;
  children: ReactNode;
}

/** When the first of these messages goes out that does not go at once; null where all do. */
const goesLater = (preview: SendPreview): string | null => preview.messages.find((message) => message.goesOut.why !== null)?.goesOut.at ?? null;

/** What is said once it was sent: to whom, and when it goes where that is not at once. @param now it was sent at once all the same */
export function sentInWords(preview: SendPreview, now: boolean | undefined, day: CivilDate): string {
  const to = preview.messages.map((message) => message.to).join(', ');
  const waits = now ? null : goesLater(preview);
  return waits === null ? `Sent to ${to}.` : `It goes to ${to} ${momentInWords(waits, day)}.`;
}

/** A leaf in two steps: what is written, then what goes to whom before it goes. */
export function SendingLeaf({ title, step, withNobody, sends, after, children }: Sending) {
  const { preview, of, onBack, onClose, now } = step;
  const to = preview?.messages.map((message) => message.to) ?? [];
  const ours = preview?.ours ?? [];
  const told = to.length > 0 ? to : (preview?.inPortal ?? []);
  const sending = sends ?? (to.length === 0 ? 'Show it in the portal' : `Send to ${to.length === 1 ? to[0]! : `${to.length} people`}`);
  return (
    <Leaf
      open
      broad
      title={preview ? 'Before it goes' : title}
      act={!preview ? 'Look at what goes out' : told.length > 0 ? sending : ours.length > 0 ? `Give to ${ours.join(', ')}` : (withNobody ?? undefined)}
      onClose={onClose}
      {...of}
      beside={
        preview && (
          <button type="button" className="lnk ml-auto text-table" onClick={onBack}>
            Back to the words
          </button>
        )
      }
    >
      {preview ? (
        <>
          <PreviewOfSending of={preview} />
          {after}
          {goesLater(preview) !== null && <TickField label="Send it now all the same" {...now} />}
        </>
      ) : (
        children
      )}
    </Leaf>
  );
}
