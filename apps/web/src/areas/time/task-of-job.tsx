import * as jobsRoutes from '@steady/contract/jobs.routes';
import type { ComponentProps } from 'react';
import { useData } from '../../app/api';
import { SelectField } from '../../ui/fields';

/** One of the tasks of a job, or none of its own. */
export function TaskOfJob({ jobId, ...field }: { jobId: string | undefined } & Omit<ComponentProps<typeof SelectField>, 'label'>) {
  const { data: job } = useData(jobsRoutes.view, jobId ? { id: jobId } : null);
  return (
    <SelectField label="Task" {...field}>
      <option value="">No task of its own</option>
      {job?.tasks.map((task) => (
        <option key={task.id} value={task.id}>
          {task.name}
        </option>
      ))}
    </SelectField>
  );
}
