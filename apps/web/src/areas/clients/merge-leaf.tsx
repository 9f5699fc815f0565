import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { ClientView } from '@steady/contract/clients';
import { ProblemError, send, useData } from '../../app/api';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { type ChosenClient, ClientField } from './client-field';

/** Makes two records of one client into one: what differs is chosen fact by fact, what moves is counted first. */
export function MergeLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  const notify = useNotify();
  const navigate = useNavigate();
  const [other, setOther] = useState<ChosenClient | null>(null);
  const [take, setTake] = useState<string[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { data: preview, error } = useData(clientsRoutes.mergePreview, other ? { id: client.id, other: other.id } : null);
  const merge = async () => {
    if (!preview) {
      setProblem('Choose the other record first.');
      return;
    }
    setBusy(true);
    setProblem(null);
    try {
      await send(
        clientsRoutes.merge,
        { id: client.id },
        {
          otherId: preview.going.id,
          version: preview.kept.version,
          otherVersion: preview.going.version,
          take,
        },
      );
      notify(`${preview.going.name} is merged into ${preview.kept.name}.`);
      onClose();
      void navigate(`/clients/${client.id}`);
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Leaf
      open
      broad
      title={`Merge another record into ${client.name}`}
      act={preview ? `Merge ${preview.going.name} into ${preview.kept.name}` : 'Merge'}
      onClose={onClose}
      onSubmit={() => void merge()}
      busy={busy}
      problem={problem ?? error?.message ?? null}
    >
      <ClientField
        label="The other record"
        autoFocus
        not={client.id}
        value={other}
        onChange={(chosen) => {
          setOther(chosen);
          setTake([]);
        }}
        hint="It becomes part of this one. It cannot be taken apart again."
      />
      {preview && (
        <>
          {preview.differs.length > 0 && (
            <table className="ledger mb-4 border border-rule" aria-label="What differs">
              <thead>
                <tr>
                  <th scope="col">Differs</th>
                  <th scope="col">Here, stays</th>
                  <th scope="col">There</th>
                </tr>
              </thead>
              <tbody>
                {preview.differs.map((fact) => (
                  <tr key={fact.key}>
                    <td className="text-soft">{fact.name}</td>
                    {(['kept', 'going'] as const).map((side) => (
                      <td key={side}>
                        <label className="flex items-baseline gap-1.5">
                          <input
                            type="radio"
                            name={`fact-${fact.key}`}
                            checked={take.includes(fact.key) === (side === 'going')}
                            onChange={() => setTake((now) => (side === 'going' ? [...now, fact.key] : now.filter((key) => key !== fact.key)))}
                          />
                          {fact[side]}
                        </label>
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <p className="font-semibold">What will happen</p>
          <ul className="mb-3 list-disc pl-5 text-table">
            {preview.filled.map((fact) => (
              <li key={fact.name}>
                {fact.name} is filled in: {fact.value}
              </li>
            ))}
            <li>
              {preview.moves.length === 0
                ? 'Nothing else hangs on the other record.'
                : `${preview.moves.map(({ what, count }) => `${count} ${count === 1 ? what.replace(/ies$/, 'y').replace(/s$/, '') : what}`).join(', ')} ${preview.moves.length === 1 && preview.moves[0]!.count === 1 ? 'moves' : 'move'} here, with the history.`}
            </li>
            <li>The record {preview.going.name} stays, empty, and leads here.</li>
          </ul>
          {preview.warnings.map((warning) => (
            <p key={warning} className="mb-2 border border-[#eadbb5] bg-ochre-tint px-3 py-1.5 text-table">
              {warning}
            </p>
          ))}
        </>
      )}
    </Leaf>
  );
}
