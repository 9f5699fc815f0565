import * as postRoutes from '@steady/contract/post.routes';
import { useState } from 'react';
import { AnswerLetter } from '@steady/contract/conversations';
import type { PostRoomMessage } from '@steady/contract/post';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Problem } from '../../ui/faults';
import { LongTextField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';
import { PostViews } from './post-page';

/** The simulated outside: every message that left, as it would have arrived. */
export function PostRoomPage() {
  const { day } = useSession();
  const [picked, setPicked] = useState<string | null>(null);
  const { data, error } = useData(postRoutes.postRoom);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const reading = data.find((message) => message.id === picked) ?? data[0];
  return (
    <Page
      title="Post room"
      sum="A stand-in for mail and text messages: nothing leaves this machine. What would have been delivered is listed here, codes and links included."
      tools={<PostViews />}
    >
      {!reading ? (
        <div className="sheet px-4 py-6 text-soft">Nothing was delivered yet. Send a request or a bill from a job.</div>
      ) : (
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] items-start gap-5 max-md:grid-cols-1">
          <ul className="sheet max-h-[70vh] overflow-y-auto" aria-label="Messages">
            {data.map((message) => (
              <li key={message.id} className="border-b border-rule-soft last:border-0">
                <button
                  aria-pressed={message.id === reading.id}
                  className={`block w-full px-3 py-2 text-left text-table ${message.id === reading.id ? 'bg-kelp-tint' : 'hover:bg-kelp-tint/50'}`}
                  onClick={() => setPicked(message.id)}
                >
                  <span className="flex justify-between gap-3">
                    <span className="truncate font-semibold">{message.to}</span>
                    <span className="shrink-0 text-soft">{momentInWords(message.at, day)}</span>
                  </span>
                  <span className="block truncate">{message.subject}</span>
                </button>
              </li>
            ))}
          </ul>
          <article className="sheet px-5 py-4">
            <p className="text-table text-soft">
              {message(reading)} {reading.to}, <span className="wrap-anywhere">{reading.address}</span>, {momentInWords(reading.at, day)}
            </p>
            <h2 className="mt-1 text-[17px]">{reading.subject}</h2>
            <Body of={reading} />
            {reading.takesAnswer && <AnswerByMail key={reading.id} of={reading} />}
          </article>
        </div>
      )}
    </Page>
  );
}

const message = (of: PostRoomMessage) => (of.channel === 'mail' ? 'Mail to' : 'Text message to');

/** The words of the message, with its link to press as its reader would. */
function Body({ of }: { of: PostRoomMessage }) {
  const [before, after] = of.link ? of.body.split(of.link) : [of.body, ''];
  return (
    <p className="mt-3 whitespace-pre-line">
      {before}
      {of.link && (
        <a className="lnk font-semibold text-kelp" href={of.link} target="_blank" rel="noreferrer">
          open the client’s link
        </a>
      )}
      {after}
    </p>
  );
}

/** Answers a letter by mail, as its reader would. */
function AnswerByMail({ of }: { of: PostRoomMessage }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem, clear } = useLeafForm<AnswerLetter>({
    input: AnswerLetter,
    start: { subject: `Re: ${of.subject}`.slice(0, 200), text: '', from: '' },
    submit: async (values) => {
      await send(postRoutes.answer, { id: of.id }, values);
      notify(`${of.to} has answered.`);
      clear();
    },
  });
  const { errors } = form.formState;
  return (
    <form
      className="mt-4 border-t border-rule pt-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      <h3 className="mb-1">Answer by mail, as {of.to}</h3>
      <Problem words={problem} />
      <TextField label="Subject" {...form.register('subject')} error={errors.subject?.message} />
      <LongTextField label="What they write" {...form.register('text')} error={errors.text?.message} />
      <TextField label="From another address" hint={`Left empty, from ${of.address}`} {...form.register('from')} error={errors.from?.message} />
      <button className="act-quiet" disabled={busy}>
        Answer
      </button>
    </form>
  );
}
