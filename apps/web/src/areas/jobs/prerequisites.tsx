import * as jobsRoutes from '@steady/contract/jobs.routes';
import type { JobView } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { momentInWords } from '../../ui/words';

/** What has to be so before the work of a job begins, and who confirmed it. */
export function JobPrerequisitesList({ job }: { job: JobView }) {
  const session = useSession();
  const { act, busy } = useAct();
  if (job.prerequisites.length === 0) return null;
  const mayConfirm = session.may('do work') && job.status !== 'finished';
  return (
    <fieldset className="border-b border-rule-soft px-3 py-2 text-table">
      <legend className="float-left mr-4 font-semibold">Before the work begins</legend>
      <ul className="clear-both">
        {job.prerequisites.map(({ key, name, holds, confirmedAt, confirmedBy }) => (
          <li key={key}>
            <label className="flex flex-wrap items-baseline gap-x-2">
              <input
                type="checkbox"
                className="size-3.5 self-center"
                checked={confirmedAt !== null}
                disabled={!mayConfirm || busy}
                onChange={({ target: { checked } }) =>
                  void act(
                    () => send(jobsRoutes.confirm, { id: job.id }, { key, isSo: checked }),
                    checked ? `Confirmed: ${name}.` : `Not confirmed any more: ${name}.`,
                  )
                }
              />
              {name}
              {confirmedAt !== null ? (
                <span className="text-soft">
                  {confirmedBy}, {momentInWords(confirmedAt, session.day)}
                </span>
              ) : (
                <span className={holds ? 'soon' : 'text-soft'}>{holds ? 'not confirmed: the first task waits for it' : 'not confirmed'}</span>
              )}
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
