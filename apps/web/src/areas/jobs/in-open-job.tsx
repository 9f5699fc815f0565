import * as jobsRoutes from '@steady/contract/jobs.routes';
import { type ReactNode, useState } from 'react';
import type { JobView } from '@steady/contract/jobs';
import { useData } from '../../app/api';
import { SelectField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';

const NONE = 'none';

interface Props {
  client: { id: string; name: string };
  title: string;
  /** What is said where no job of the client is open. */
  none?: string;
  /** What stands there instead, and where it is of none of them, if it can be. */
  without?: ReactNode;
  /** The job that stands there first, where it is open. */
  first?: string | null;
  onClose(): void;
  children(job: JobView): ReactNode;
}

/** What belongs to a job, begun elsewhere: first asks for which of the client's open jobs. One alone is not asked about. */
export function InOpenJob({ client, title, none, without, first = null, onClose, children }: Props) {
  const [chosen, setChosen] = useState(first);
  const [decided, setDecided] = useState<string | null>(null);
  const { data: open } = useData(jobsRoutes.list, { client: client.id, status: 'open' });
  const only = open?.rows.length === 1 ? open.rows[0]!.id : null;
  const jobId = decided === NONE ? null : (decided ?? only);
  const { data: job } = useData(jobsRoutes.view, jobId === null ? null : { id: jobId });
  if (job) return children(job);
  if (decided === NONE) return without;
  if (!open || jobId !== null) return null;
  const [top] = open.rows;
  if (!top)
    return (
      without ?? (
        <Leaf open title={title} onClose={onClose}>
          <p>{none}</p>
        </Leaf>
      )
    );
  const shown = chosen === NONE || open.rows.some(({ id }) => id === chosen) ? chosen! : top.id;
  return (
    <Leaf open title={title} act="Continue" onClose={onClose} onSubmit={() => setDecided(shown)}>
      <SelectField label="For which job" autoFocus value={shown} onChange={({ target }) => setChosen(target.value)}>
        {open.rows.map((row) => (
          <option key={row.id} value={row.id}>
            {row.name}
          </option>
        ))}
        {without && <option value={NONE}>none of them: it is of the client alone</option>}
      </SelectField>
    </Leaf>
  );
}
