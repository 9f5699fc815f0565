import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import { ProblemError, send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { useNotify } from '../../ui/toasts';
import { Alike } from './alike';

interface Props {
  name: string;
  onAdded(client: { id: string; name: string }): void;
  onTakenBack(): void;
  onClose(): void;
}

/** Asks whether a name that no client has is to be a prospect from now on; said afterwards, and taken back in one press. */
export function AddHere({ name, onAdded, onTakenBack, onClose }: Props) {
  const notify = useNotify();
  const { act } = useAct();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const add = async () => {
    setBusy(true);
    try {
      const { id } = await send(clientsRoutes.addInPassing, {}, { name });
      notify(`Added ${name} as a prospect.`, 'done', {
        act: () =>
          void act(async () => {
            await send(clientsRoutes.removeUnused, { id });
            onTakenBack();
          }, `${name} is not added.`),
      });
      onAdded({ id, name });
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.problem.errors?.[0]?.message ?? caught.message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div role="group" aria-label={`Add ${name}?`} className="mt-1 border border-rule bg-paper px-3 py-2 text-table">
      <p className="mb-1">
        No client is called <b>{name}</b>. Add it as a prospect?
      </p>
      <Alike given={{ name }} />
      {problem && (
        <p role="alert" className="mb-1 text-rust">
          {problem}
        </p>
      )}
      <p className="flex gap-4">
        <button type="button" className="lnk font-semibold" disabled={busy} onClick={() => void add()}>
          Add the prospect
        </button>
        <button type="button" className="lnk" onClick={onClose}>
          No
        </button>
      </p>
    </div>
  );
}
