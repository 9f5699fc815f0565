import { type FormEvent, type KeyboardEvent, useState } from 'react';
import { ProblemError } from '../../app/api';
import { FileButton } from '../../ui/file-input';
import { dropDraft, useDraft } from '../../ui/drafts';
import { FilesSaid, type SendOne, useSendingFiles } from '../../ui/sending-files';

interface Props {
  /** Under which what is typed is kept in the browser. */
  draft: string;
  label: string;
  act: string;
  onSend(text: string): Promise<unknown>;
  onFile: SendOne;
}

/** Writes the next words, or sends files. What is typed stays in the browser until the server has it. */
export function WriteBox({ draft, label, act, onSend, onFile }: Props) {
  const [text, setText] = useDraft(draft);
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ problem?: string; done?: string }>({});
  const attempt = async (what: () => Promise<string>) => {
    setBusy(true);
    setSaid({});
    try {
      setSaid({ done: await what() });
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setSaid({ problem: caught.words });
    } finally {
      setBusy(false);
    }
  };
  const submit = (event?: FormEvent) => {
    event?.preventDefault();
    if (text.trim() === '') {
      setSaid({ problem: 'Write a few words first.' });
      return;
    }
    void attempt(async () => {
      await onSend(text);
      dropDraft(draft);
      setText('');
      return 'Sent.';
    });
  };
  const files = useSendingFiles();
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) submit();
  };
  return (
    <form className="mt-3 border-t border-rule pt-3" noValidate onSubmit={submit}>
      <label className="block">
        <span className="font-semibold">{label}</span>
        <textarea className="field mt-1 max-sm:text-base" rows={4} value={text} onChange={({ target }) => setText(target.value)} onKeyDown={onKey} />
      </label>
      {said.problem && (
        <p role="alert" className="mt-1.5 border border-rust bg-rust-tint px-2 py-1 text-table">
          {said.problem}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <button className="act max-sm:min-h-11" disabled={busy}>
          {act}
        </button>
        <FileButton
          words={files.busy ? 'Sending …' : 'Add files'}
          multiple
          disabled={busy || files.busy}
          label="Files for this conversation"
          onFiles={(chosen) => void files.send(chosen, onFile)}
        />
        <span role="status" className="good text-table">
          {said.done}
        </span>
      </div>
      <FilesSaid of={files} />
    </form>
  );
}
