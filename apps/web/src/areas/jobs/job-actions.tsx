import * as movesRoutes from '@steady/contract/moves.routes';
import type { JobView } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { dayInWords, momentInWords } from '../../ui/words';

/** What moves of the job brought about by itself, and what failed and can be tried again. */
export function JobActions({ job }: { job: JobView }) {
  const session = useSession();
  const { act, busy } = useAct();
  if (job.actions.length === 0) return null;
  const failed = job.actions.filter((action) => action.state === 'failed').length;
  return (
    <section aria-label="Automatic" className="mt-4">
      <h2 className="mb-1 text-ink">Automatic{failed > 0 && <span className="late text-table"> {failed} not done yet</span>}</h2>
      <div className="sheet">
        <table className="ledger" aria-label="What happened automatically">
          <tbody>
            {job.actions.map((action) => (
              <tr key={action.id}>
                <td>
                  {action.what}
                  {action.error && <span className="late block text-fine">Not done: {action.error}</span>}
                </td>
                <td className={action.state === 'failed' ? 'late' : action.state === 'done' ? 'good' : 'text-soft'}>
                  {action.state === 'failed' ? 'failed' : action.state}
                </td>
                <td className="whitespace-nowrap text-soft">
                  {action.state === 'waits' ? `for ${dayInWords(action.dueOn!, session.day)}` : momentInWords(action.at, session.day)}
                </td>
                <td className="n">
                  {action.state === 'waits' && session.may('do work') && (
                    <span className="flex justify-end gap-3">
                      <button className="lnk" disabled={busy} onClick={() => void act(() => send(movesRoutes.again, { id: action.id }), 'Done now.')}>
                        Do it now
                      </button>
                      <button className="lnk" disabled={busy} onClick={() => void act(() => send(movesRoutes.leaveOut, { id: action.id }), 'Left out.')}>
                        Leave it out
                      </button>
                    </span>
                  )}
                  {action.state === 'failed' && session.may('do work') && (
                    <button className="lnk" disabled={busy} onClick={() => void act(() => send(movesRoutes.again, { id: action.id }), 'Tried again.')}>
                      Try again
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
