import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import type { BulkChange, BulkOutcome, BulkPreview } from '@steady/contract/client-lists';
import { ProblemError, send } from '../../app/api';
import { useTeam } from '../../app/session';
import { SelectField, TextField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';

interface Props {
  clientIds: string[];
  onClose(): void;
  /** The id of the change, to undo it, and what was done. */
  onDone(outcome: BulkOutcome): void;
}

interface Typed {
  addLabels: string;
  removeLabels: string;
  partnerId: string;
  managerId: string;
  preparerId: string;
  way: string;
}

const NOTHING: Typed = { addLabels: '', removeLabels: '', partnerId: '', managerId: '', preparerId: '', way: '' };
const words = (text: string) =>
  text
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);

function changeFrom({ addLabels, removeLabels, ...facts }: Typed): BulkChange {
  return {
    ...(words(addLabels).length > 0 ? { addLabels: words(addLabels) } : {}),
    ...(words(removeLabels).length > 0 ? { removeLabels: words(removeLabels) } : {}),
    ...Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== '')),
  };
}

/** Changes all chosen clients: what is to be set, then what that does to each, then it is done. */
export function BulkLeaf({ clientIds, onClose, onDone }: Props) {
  const { team } = useTeam();
  const [typed, setTyped] = useState(NOTHING);
  const [preview, setPreview] = useState<BulkPreview | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const attempt = async (what: () => Promise<void>) => {
    setBusy(true);
    setProblem(null);
    try {
      await what();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error.problem.errors?.[0]?.message ?? error.message);
    } finally {
      setBusy(false);
    }
  };
  const input = { clientIds, change: changeFrom(typed) };
  const field = (key: keyof Typed) => ({
    value: typed[key],
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [key]: event.target.value }),
  });
  const people = (key: 'partnerId' | 'managerId' | 'preparerId', label: string) => (
    <SelectField label={label} {...field(key)}>
      <option value="">as it is</option>
      {team
        .filter((member) => member.standing === 'active')
        .map((member) => (
          <option key={member.id} value={member.id}>
            {member.name}
          </option>
        ))}
    </SelectField>
  );
  const many = clientIds.length === 1 ? '1 client' : `${clientIds.length} clients`;
  if (preview)
    return (
      <Leaf
        open
        broad
        title="Before it is changed"
        act={preview.rows.length > 0 ? `Change ${preview.rows.length === 1 ? '1 client' : `${preview.rows.length} clients`}` : undefined}
        busy={busy}
        problem={problem}
        onClose={onClose}
        onSubmit={() => void attempt(async () => onDone(await send(clientsRoutes.changeMany, {}, input)))}
        beside={
          <button type="button" className="lnk text-soft" onClick={() => setPreview(null)}>
            Back
          </button>
        }
      >
        <p className="mb-3">
          {preview.rows.length === 0 ? 'They are all like that already.' : `${preview.said}.`}
          {preview.unchanged > 0 && preview.rows.length > 0 && ` ${preview.unchanged} are like that already.`} It can be undone afterwards.
        </p>
        <table className="ledger" aria-label="What changes">
          <tbody>
            {preview.rows.slice(0, 300).flatMap((row) =>
              row.changes.map((change, index) => (
                <tr key={`${row.clientId} ${change.field}`}>
                  <td className="font-semibold">{index === 0 ? row.name : ''}</td>
                  <td className="text-soft">{change.field}</td>
                  <td className="text-soft line-through">{change.before}</td>
                  <td>{change.after}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
        {preview.rows.length > 300 && <p className="mt-2 text-table text-soft">and {preview.rows.length - 300} more in the same way.</p>}
      </Leaf>
    );
  return (
    <Leaf
      open
      title={`Change ${many}`}
      act="Preview the changes"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void attempt(async () => setPreview(await send(clientsRoutes.previewMany, {}, input)))}
    >
      <TextField label="Add labels" hint="Several with commas between them" {...field('addLabels')} />
      <TextField label="Remove labels" {...field('removeLabels')} />
      {people('partnerId', 'Partner')}
      {people('managerId', 'Manager')}
      {people('preparerId', 'Preparer')}
      <SelectField label="Works with us" {...field('way')}>
        <option value="">as it is</option>
        <option value="online">online</option>
        <option value="paper">on paper</option>
      </SelectField>
    </Leaf>
  );
}
