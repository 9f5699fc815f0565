import type { JobView } from '@steady/contract/jobs';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as timerRoutes from '@steady/contract/timer.routes';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { send, useData } from '../../app/api';
import { useBrought } from '../../app/brought';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Page, Trouble, Views } from '../../ui/page';
import { TimeLeaf } from '../time';
import { CancelLeaf, HoldLeaf, StopLeaf } from './hold-leaf';
import { JobLeaf } from './job-leaf';
import { FileConfirm } from './file-confirm';
import { JobMargin } from './job-margin';
import { JobSum } from './job-sum';
import { MoveLeaf } from './move-leaf';
import { MoreMenu } from '../../ui/more-menu';
import { isOwnDate } from './own-date';

type LeafName = 'hold' | 'stop' | 'move' | 'change' | 'time' | 'file' | 'cancel';

/** What is seldom done to a job. */
const rareActs = ({ status, stuckReason, obligation }: JobView, open: (leaf: LeafName) => void, unblock: () => void) => [
  { words: 'Change the job', act: () => open('change') },
  ...(status === 'open' ? [{ words: 'Put on hold', act: () => open('hold') }] : []),
  ...(status === 'open' && !stuckReason ? [{ words: 'Mark as blocked', act: () => open('stop') }] : []),
  ...(stuckReason ? [{ words: 'Unblock', act: unblock }] : []),
  ...(status !== 'finished' && obligation === null ? [{ words: 'Cancel the job', act: () => open('cancel') }] : []),
];

/** A job on hold moves nowhere; one that is finished is opened again. */
const movingKey = (job: JobView | undefined, act: () => void) =>
  !job || job.status === 'on hold' ? [] : [{ press: 'm', does: job.status === 'finished' ? 'reopen the job' : 'move the job', act }];

export function JobPage() {
  const { id = '', section = '' } = useParams();
  const session = useSession();
  const { act } = useAct();
  const [open, setOpen] = useState<LeafName | null>(null);
  const { data: job, error } = useData(jobsRoutes.view, { id });
  const { data: timer } = useData(timerRoutes.timer);
  const sections = useBrought('jobSections');
  const shown = sections.find((one) => one.path === section);
  const mayWork = session.may('do work');
  useKeys([
    ...(timer?.timer === null
      ? [{ press: 's', does: 'start the timer on this job', act: () => void act(() => send(timerRoutes.start, {}, { jobId: id }), 'The timer runs.') }]
      : []),
    { press: 'n t', does: 'new time entry', act: () => setOpen('time') },
    ...(mayWork ? [...movingKey(job, () => setOpen('move')), { press: 'e', does: 'change the job', act: () => setOpen('change') }] : []),
  ]);
  if (error) return <Trouble error={error} />;
  if (!job) return null;
  const base = `/jobs/${id}`;
  const rare = mayWork ? rareActs(job, setOpen, () => void act(() => send(jobsRoutes.goOn, { id }), 'Unblocked.')) : [];
  return (
    <Page
      above={
        <>
          <Link to={`/clients/${job.clientId}`} className="lnk">
            {job.client}
          </Link>{' '}
          · job {job.number} · {job.rhythm}
        </>
      }
      title={job.name}
      sum={<JobSum job={job} onMove={() => setOpen('move')} />}
      tools={
        <>
          <Views
            views={sections.map((one) => ({
              to: one.path ? `${base}/${one.path}` : base,
              words: one.Words ? <one.Words job={job} /> : one.words,
            }))}
          />
          <span className="ml-auto flex gap-3">
            <WhoMay right="do work" act="Jobs are moved" />
            {mayWork && <MainActs job={job} onOpen={setOpen} />}
            <button className="act-quiet" onClick={() => setOpen('time')}>
              Add time
            </button>
            <MoreMenu of={job.name} acts={rare} />
          </span>
        </>
      }
      margin={<JobMargin job={job} />}
    >
      {shown && <shown.Body job={job} />}
      {open === 'hold' && <HoldLeaf jobId={id} onClose={() => setOpen(null)} />}
      {open === 'stop' && <StopLeaf of={{ jobId: id }} onClose={() => setOpen(null)} />}
      {open === 'cancel' && <CancelLeaf job={job} onClose={() => setOpen(null)} />}
      {open === 'move' && <MoveLeaf job={job} onClose={() => setOpen(null)} />}
      {open === 'change' && <JobLeaf job={job} onClose={() => setOpen(null)} />}
      {open === 'time' && <TimeLeaf jobId={id} onClose={() => setOpen(null)} />}
      {open === 'file' && <FileConfirm job={job} onClose={() => setOpen(null)} />}
    </Page>
  );
}

/** What is done to a job most: its deadline filed, the job moved on, or work taken up again. */
function MainActs({ job, onOpen }: { job: JobView; onOpen(leaf: LeafName): void }) {
  const { act } = useAct();
  const { id, obligation } = job;
  const mayFile = obligation?.status === 'open' && job.status === 'open';
  return (
    <>
      {mayFile && (
        <button className="act" onClick={() => onOpen('file')}>
          {isOwnDate(obligation) ? 'Mark as done' : 'File'}
        </button>
      )}
      {job.status === 'on hold' && (
        <button className="act" onClick={() => void act(() => send(jobsRoutes.resume, { id }), 'Off hold.')}>
          Resume
        </button>
      )}
      {job.status !== 'on hold' && (
        <button className={mayFile && !job.asksToMove ? 'act-quiet' : 'act'} onClick={() => onOpen('move')}>
          {job.status === 'finished' ? 'Reopen' : 'Move on'}
        </button>
      )}
    </>
  );
}
