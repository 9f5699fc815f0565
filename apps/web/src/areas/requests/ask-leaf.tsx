import * as jobsRoutes from '@steady/contract/jobs.routes';
import { useState } from 'react';
import type { ClientView } from '@steady/contract/clients';
import { useData } from '../../app/api';
import { SelectField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';
import { RequestLeaf } from './request-leaf';

/** Asks a client for things, from its own page: first for which of its open jobs. One alone is not asked about. */
export function AskLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  const [chosen, setChosen] = useState('');
  const [decided, setDecided] = useState<string | null>(null);
  const { data: open } = useData(jobsRoutes.list, { client: client.id, status: 'open' });
  const only = open?.rows.length === 1 ? open.rows[0]!.id : null;
  const jobId = decided ?? only;
  const { data: job } = useData(jobsRoutes.view, jobId === null ? null : { id: jobId });
  if (job) return <RequestLeaf job={job} onClose={onClose} />;
  if (!open || jobId !== null) return null;
  if (open.rows.length === 0)
    return (
      <Leaf open title={`Ask ${client.name}`} onClose={onClose}>
        <p>What a client is asked for belongs to a job, and none is open here. Begin one with New job, or write a message.</p>
      </Leaf>
    );
  return (
    <Leaf open title={`Ask ${client.name}`} act="Continue" onClose={onClose} onSubmit={() => setDecided(chosen || open.rows[0]!.id)}>
      <SelectField label="For which job" autoFocus value={chosen || open.rows[0]!.id} onChange={({ target }) => setChosen(target.value)}>
        {open.rows.map((row) => (
          <option key={row.id} value={row.id}>
            {row.name}
          </option>
        ))}
      </SelectField>
    </Leaf>
  );
}
