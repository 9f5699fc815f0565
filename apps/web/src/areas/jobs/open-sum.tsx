import type { JobTotals } from '@steady/contract/jobs';
import { counted } from '@steady/core/words';

/** How many jobs are open, and how many of them are late, waiting or ready, each to be looked at alone. */
export function OpenSum({ of: totals, onNarrow }: { of: JobTotals; onNarrow(state: string): void }) {
  const narrow = (state: string, words: string, tone = '') => (
    <button className={`lnk ${tone}`} onClick={() => onNarrow(state)}>
      {words}
    </button>
  );
  return (
    <>
      {counted(totals.jobs, 'job')} open, {totals.dueThisWeek} still due this week,{' '}
      {narrow('overdue', `${totals.overdue} overdue`, totals.overdue ? 'late' : '')},{' '}
      {narrow(
        'waits for client',
        `${totals.waitsForClient} ${totals.waitsForClient === 1 ? 'waits' : 'wait'} for clients`,
        totals.waitsForClient ? 'soon' : '',
      )}
      , {narrow('on hold', `${totals.onHold} on hold`)}
      {totals.stuck > 0 && <>, {narrow('blocked', `${totals.stuck} blocked`, 'late')}</>}
      {totals.asking > 0 && <>, {narrow('asks to move', `${totals.asking} ready to move`, 'good')}</>}.
    </>
  );
}
