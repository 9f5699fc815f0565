import * as almanacRoutes from '@steady/contract/almanac.routes';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { JobView } from '@steady/contract/jobs';
import { ProblemError, send } from '../../app/api';
import { Confirm } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { isOwnDate } from './own-date';

/** Files the return of a job with its authority, or marks a date of our own as done, once it is said what that brings about. */
export function FileConfirm({ job, onClose }: { job: JobView; onClose(): void }) {
  const navigate = useNavigate();
  const notify = useNotify();
  const [warned, setWarned] = useState<string | null>(null);
  const { obligation } = job;
  const own = isOwnDate(obligation);
  const file = async () => {
    try {
      await send(almanacRoutes.fileNow, { id: obligation!.id }, { anyway: warned !== null });
      onClose();
      notify(own ? 'Marked as done.' : 'On its way. The receipt comes automatically.');
      await navigate(`/jobs/${job.id}`);
    } catch (problem) {
      if (!(problem instanceof ProblemError)) throw problem;
      // What is not done yet is said once; whoever confirms again means it.
      if (problem.problem.code === 'not-ready') setWarned(problem.message);
      else notify(problem.message, 'problem');
    }
  };
  const unfinished = job.tasks.filter((task) => !task.doneAt && task.doneByEvent !== 'filed');
  return (
    <Confirm
      open
      title={own ? `Mark ${job.name} as done` : `File ${job.name}`}
      act={warned ? 'File it anyway' : own ? 'Mark as done' : `File with ${obligation?.authority ?? ''}`}
      onClose={onClose}
      onYes={() => void file()}
    >
      <ul className="list-disc pl-5">
        <li>
          {own
            ? `The period of ${job.client} is recorded as done.`
            : `The return of ${job.client} goes to ${obligation?.authority} through the filing gateway.`}
        </li>
        <li>Its receipt comes back automatically, ticks the task that waits for it, and moves the job on.</li>
        {unfinished.length > 0 && <li className="soon">Not done yet: {unfinished.map((task) => task.name).join(', ')}.</li>}
      </ul>
      {warned && (
        <p role="alert" className="mt-3 border border-ochre bg-ochre-tint px-3 py-2 text-table">
          {warned}
        </p>
      )}
    </Confirm>
  );
}
