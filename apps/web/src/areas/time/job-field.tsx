import * as jobsRoutes from '@steady/contract/jobs.routes';
import { useState } from 'react';
import { useData } from '../../app/api';
import { type Found, FoundField } from '../../ui/found-field';

interface Props {
  label: string;
  error?: string;
  onChange(jobId: string): void;
}

/** Most jobs that are offered at once. */
const OFFERED = 12;

/** Chooses an open job by its client, its name or its number. */
export function JobField({ onChange, ...field }: Props) {
  const [find, setFind] = useState('');
  const [chosen, setChosen] = useState<Found | null>(null);
  const { data } = useData(jobsRoutes.list, find ? { status: 'open', find } : null);
  return (
    <FoundField
      {...field}
      hint="Type the client, the name of the job or its number"
      value={chosen}
      found={data?.rows.slice(0, OFFERED).map(({ id, client, name }) => ({ id, name: `${client}: ${name}` }))}
      onFind={setFind}
      onChange={(job) => {
        setChosen(job);
        onChange(job?.id ?? '');
      }}
      show={({ name }) => name}
      none="No open job was found."
    />
  );
}
