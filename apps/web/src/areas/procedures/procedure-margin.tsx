import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { Link, useNavigate } from 'react-router';
import { formatHours } from '@steady/core/money';
import type { OnPaper, PhasePlan } from '@steady/core/procedures';
import { counted } from '@steady/core/words';
import type { ProcedureClients, ProcedureFull } from '@steady/contract/procedures';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Note } from '../../ui/page';
import { momentInWords } from '../../ui/words';

interface Props {
  procedure?: ProcedureFull;
  /** Of every client it concerns; null while it is being worked out. */
  paper: OnPaper | null;
  clients?: ProcedureClients;
  onTry(): void;
  onBegin(): void;
}

/** What a procedure would mean, its jobs and its versions, as notes beside its page. */
export function ProcedureMargin({ procedure, paper, clients, onTry, onBegin }: Props) {
  const session = useSession();
  const navigate = useNavigate();
  const { act } = useAct();
  const mayChange = session.may('change services');
  return (
    <>
      <WhoMay right="change services" act="Procedures are changed" />
      <Note title="Preview first">
        {!paper || !clients ? (
          <p className="text-soft">Being worked out.</p>
        ) : (
          <>
            <p>
              {counted(clients.clients.length, 'client')}, {counted(paper.routes.length, 'way')} through it.
            </p>
            <p className={paper.faults.length > 0 ? 'soon' : 'good'}>
              {paper.faults.length > 0 ? `${counted(paper.faults.length, 'thing')} to look at, below` : 'Nothing is wrong with it'}
            </p>
            <button type="button" className="lnk mt-1" onClick={onTry}>
              Try on one client
            </button>
          </>
        )}
      </Note>
      {procedure && !procedure.onlyFor && session.may('do work') && (
        <Note title="Jobs">
          <button type="button" className="lnk" onClick={onBegin}>
            Begin a job by it
          </button>
        </Note>
      )}
      {procedure && (
        <Note title="Versions">
          <p>This is version {procedure.version}.</p>
          {procedure.versions.map((one) => (
            <p key={one.number} className="text-soft">
              {one.number}: until {momentInWords(one.at, session.day)}, {one.by}
            </p>
          ))}
          {mayChange && (
            <button
              type="button"
              className="lnk mt-1"
              onClick={() =>
                void act(async () => {
                  const { id } = await send(proceduresRoutes.copy, { id: procedure.id });
                  await navigate(`/firm/procedures/${id}`);
                }, 'Copied.')
              }
            >
              Copy it
            </button>
          )}
        </Note>
      )}
    </>
  );
}

/** How much a procedure is, what is done by it, and how many jobs stand in it. */
export function ProcedureSum({ procedure, phases }: { procedure?: ProcedureFull; phases: readonly PhasePlan[] }) {
  const minutes = phases.flatMap((phase) => phase.tasks).reduce((sum, task) => sum + task.estimate, 0);
  return (
    <>
      {counted(phases.length, 'phase')}, {formatHours(minutes)} of work.{' '}
      {procedure && (
        <>
          {procedure.onlyFor ? (
            <>
              Adapted for{' '}
              <Link className="lnk" to={`/clients/${procedure.onlyFor.id}`}>
                {procedure.onlyFor.name}
              </Link>
            </>
          ) : procedure.services.length > 0 ? (
            <>Done so: {procedure.services.map((one) => one.name).join(', ')}</>
          ) : (
            'No service is done by it yet'
          )}
          ;{' '}
          <Link className="lnk" to={`/jobs?view=flow&procedure=${procedure.id}`}>
            {counted(procedure.jobs, 'open job')}
          </Link>
          .
        </>
      )}
    </>
  );
}
