import * as jobsRoutes from '@steady/contract/jobs.routes';
import { Link, useSearchParams } from 'react-router';
import { counted } from '@steady/core/words';
import type { FlowBand } from '@steady/contract/moves';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { ChoiceInput } from '../../ui/choice-input';
import { DueWords } from '../../ui/due';
import { waitedWords } from '../../ui/words';
import { JobStands } from './job-list';

/** The phases of one procedure as bands from top to bottom: what stands in each, who has waited there longest, for whom. */
export function FlowPage() {
  const [search, setSearch] = useSearchParams();
  const chosen = search.get('procedure');
  const open = search.get('band');
  const { data: flow } = useData(jobsRoutes.flow, { procedure: chosen });
  if (!flow) return null;
  if (flow.procedureId === null)
    return <div className="sheet px-4 py-5 text-table text-soft">No job is open. Open jobs are shown here in the phases of their procedure.</div>;
  const most = Math.max(1, ...flow.bands.map((band) => band.jobs));
  const put = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(search);
    edit(next);
    setSearch(next, { replace: true });
  };
  return (
    <>
      <label className="mb-2 flex items-baseline gap-2 text-table">
        Procedure
        <ChoiceInput
          className="field max-w-md min-w-0 flex-1 py-0.5"
          value={flow.procedureId}
          onChange={({ target }) =>
            put((next) => {
              next.set('procedure', target.value);
              next.delete('band');
            })
          }
        >
          {!flow.procedures.some((one) => one.id === flow.procedureId) && <option value={flow.procedureId}>this one, with no open job</option>}
          {flow.procedures.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}, {counted(one.jobs, 'open job')}
            </option>
          ))}
        </ChoiceInput>
      </label>
      <ol aria-label="Phases" className="sheet">
        {flow.bands.map((band) => (
          <Band
            key={band.key}
            band={band}
            most={most}
            procedureId={flow.procedureId!}
            open={open === band.key}
            onOpen={() => put((next) => (open === band.key ? next.delete('band') : next.set('band', band.key)))}
          />
        ))}
        <li className="px-4 py-2.5 text-table text-soft">
          {flow.finished === 0 ? (
            'None finished'
          ) : (
            <Link to="/jobs?status=finished" className="lnk">
              {counted(flow.finished, 'job')} finished
            </Link>
          )}{' '}
          in the last 30 days
        </li>
      </ol>
    </>
  );
}

function Band({ band, most, procedureId, open, onOpen }: { band: FlowBand; most: number; procedureId: string; open: boolean; onOpen(): void }) {
  const { day } = useSession();
  const said = [
    { count: band.overdue, words: 'overdue', tone: 'late' },
    { count: band.waitsForClient, words: band.waitsForClient === 1 ? 'waits for the client' : 'wait for clients', tone: 'soon' },
    { count: band.stuck, words: 'blocked', tone: 'late' },
    { count: band.onHold, words: 'on hold', tone: 'soon' },
    { count: band.asking, words: 'ready to move', tone: 'good' },
  ].filter((one) => one.count > 0);
  return (
    <li className="border-b border-rule">
      <button
        className="grid w-full grid-cols-[3.5rem_minmax(0,1fr)_minmax(0,1.2fr)] items-baseline gap-x-4 px-4 pt-2.5 text-left max-sm:grid-cols-[2.5rem_minmax(0,1fr)]"
        aria-expanded={open}
        onClick={onOpen}
        disabled={band.jobs === 0}
      >
        <span className={`text-right font-serif text-[22px] leading-none tabular-nums ${band.jobs === 0 ? 'text-soft' : ''}`}>{band.jobs}</span>
        <span>
          <span className={`font-serif text-base font-semibold ${band.jobs === 0 ? 'text-soft' : ''}`}>{band.name}</span>
          <span className="block text-table text-soft">
            {said.length === 0
              ? band.jobs === 0
                ? 'no jobs here'
                : 'all in hand'
              : said.map((one, index) => (
                  <span key={one.words}>
                    {index > 0 && ', '}
                    <span className={one.tone}>
                      {one.count} {one.words}
                    </span>
                  </span>
                ))}
          </span>
        </span>
        <span className="text-table text-soft max-sm:col-start-2">
          {band.longest && (
            <>
              longest here {waitedWords(band.longest.since, day)}: <span className="text-ink">{band.longest.client}</span>, {band.longest.why}
            </>
          )}
        </span>
      </button>
      <div className="mx-4 mt-1.5 mb-2 h-[3px] bg-rule-soft" aria-hidden="true">
        <div className="h-[3px] bg-[#8fa7a2]" style={{ width: `${(band.jobs / most) * 100}%` }} />
      </div>
      {open && <JobsOfBand procedureId={procedureId} phase={band.key} />}
    </li>
  );
}

function JobsOfBand({ procedureId, phase }: { procedureId: string; phase: string }) {
  const { data } = useData(jobsRoutes.list, { procedure: procedureId, phase });
  const { day } = useSession();
  if (!data) return null;
  return (
    <table className="ledger mb-2" aria-label="Jobs in this phase">
      <tbody>
        {data.rows.map((row) => (
          <tr key={row.id}>
            <td className="pl-4! font-semibold">
              <Link to={`/jobs/${row.id}`} className="hover:underline">
                {row.client}
              </Link>
            </td>
            <td>{row.name}</td>
            <td>
              <DueWords due={row.dueOn} />
            </td>
            <td className="max-sm:hidden">
              <JobStands of={row} />
            </td>
            <td className="text-soft max-sm:hidden">{row.phaseSince && `here ${waitedWords(row.phaseSince, day)}`}</td>
            <td>{row.who ?? <span className="late">nobody yet</span>}</td>
          </tr>
        ))}
        {data.more && (
          <tr>
            <td colSpan={6}>
              <Link className="lnk" to={`/jobs?procedure=${procedureId}&phase=${phase}`}>
                all of them as a list
              </Link>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
