import * as dropOffRoutes from '@steady/contract/drop-off.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import { DropOffCode, type SentHere } from '@steady/contract/arrivals';
import { ProblemError, refresh, send } from '../../app/api';
import { CodeForm } from '../../ui/code-form';
import { useLeafForm } from '../../ui/form';

interface Props {
  address: string;
  of: SentHere;
  /** How many files go with it. */
  files: number;
  onConfirmed(): void;
  /** The address was another one. */
  onBack(): void;
}

/** The code of the mail: before it was entered nobody reads what was left. */
export function CodeStep({ address, of: { id, email }, files, onConfirmed, onBack }: Props) {
  const [said, setSaid] = useState<{ done?: string; problem?: string }>({});
  const { form, onSubmit, busy, problem, clear } = useLeafForm<DropOffCode>({
    input: DropOffCode,
    start: { code: '' },
    submit: async (values) => {
      setSaid({});
      await send(dropOffRoutes.confirm, { address, id }, values);
      onConfirmed();
      await refresh();
    },
  });
  const again = async () => {
    try {
      await send(dropOffRoutes.sendCode, { address, id });
      clear();
      setSaid({ done: 'Another code is on its way.' });
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setSaid({ problem: caught.words });
    }
  };
  const trouble = said.problem ?? problem;
  return (
    <>
      <h1 className="mt-5 text-[22px]">Please confirm your address</h1>
      <p className="mt-1">
        We sent a code to {email}. With it your message arrives
        {files > 0 && `, and ${counted(files, 'file')} ${files === 1 ? 'goes' : 'go'} with it`}. Nobody reads it before.
      </p>
      {trouble && (
        <p role="alert" className="mt-4 border border-rust bg-rust-tint px-3 py-2">
          {trouble}
        </p>
      )}
      <CodeForm
        hint="Six digits. It works for 15 minutes; it may have come among unwanted mail."
        field={{ autoFocus: true, ...form.register('code'), error: form.formState.errors.code?.message }}
        busy={busy}
        onSubmit={onSubmit}
        onAgain={() => void again()}
      >
        <button type="button" className="text-table max-sm:min-h-11" onClick={onBack}>
          <span className="lnk">It was another address</span>
        </button>
        <span role="status" className="good text-table">
          {said.done}
        </span>
      </CodeForm>
    </>
  );
}
