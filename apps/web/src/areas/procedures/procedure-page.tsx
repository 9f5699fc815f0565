import * as movesRoutes from '@steady/contract/moves.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { RHYTHMS, rhythmInWords } from '@steady/core/calendar';
import { formatHours } from '@steady/core/money';
import { type PhasePlan, type Procedure, apart, procedureFaults, takenInCommon } from '@steady/core/procedures';
import { counted } from '@steady/core/words';
import { jobFactInRules, jobFacts } from '@steady/core/jobs';
import type { JobToVersion, ProcedureFull } from '@steady/contract/procedures';
import { ask, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Faults } from '../../ui/faults';
import { TextField } from '../../ui/fields';
import { useFaults } from '../../ui/form';
import { Grip, moved, useOrder } from '../../ui/order-grip';
import { Note, Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';
import { NewJobLeaf } from '../jobs/new-job-leaf';
import { type KnownFact, knownFact, useKnownFacts } from '../rules/condition-editor';
import { InFlightLeaf } from './in-flight-leaf';
import { OnPaperView } from './on-paper-view';
import { PhaseEditor, phaseInWords } from './phase-editor';
import { copyOfPhase, freshKey } from './pieces';
import { StoryLeaf } from './story-leaf';
import { TakePhase } from './take-phase';
import { useOnPaper } from './use-on-paper';

/** What rules of a procedure can look at besides the client. */
const workFacts = (services: readonly { name: string }[]): KnownFact[] => [
  { fact: 'line:rhythm', words: 'rhythm of the line', kind: 'choice', choices: RHYTHMS.map((value) => ({ value, words: rhythmInWords(value) })) },
  { fact: 'line:service', words: 'service', kind: 'choice', choices: services.map(({ name }) => ({ value: name, words: name })) },
  ...jobFacts.flatMap((fact) => knownFact(fact, jobFactInRules(fact.key))),
];

/** One procedure worked down, beside what it would mean for every client it concerns. */
export function ProcedurePage() {
  const { id = '' } = useParams();
  const { data: procedure, error } = useData(proceduresRoutes.view, id === 'new' ? null : { id });
  const { data: services = [] } = useData(servicesRoutes.list);
  const facts = [...useKnownFacts(), ...workFacts(services)];
  const notify = useNotify();
  const [saved, setSaved] = useState<{ name: string; version: number } | null>(null);
  const version = procedure?.version ?? 0;
  // Said only when the page stands anew with the new version: what is opened or typed from then on stays.
  useEffect(() => {
    if (saved === null || version <= saved.version) return;
    notify(`Saved "${saved.name}".`);
    setSaved(null);
  }, [saved, version, notify]);
  if (error) return <Trouble error={error} />;
  if (!procedure && id !== 'new') return null;
  return <ProcedureForm key={`${id} ${version}`} procedure={procedure} facts={facts} onSaved={(name) => setSaved({ name, version })} />;
}

function ProcedureForm({ procedure, facts, onSaved }: { procedure?: ProcedureFull; facts: KnownFact[]; onSaved(name: string): void }) {
  const session = useSession();
  const navigate = useNavigate();
  const notify = useNotify();
  const { act } = useAct();
  const [name, setName] = useState(procedure?.name ?? '');
  const [draft, setDraft] = useState<Procedure>(procedure?.definition ?? { phases: [{ key: 'first', name: 'First phase', tasks: [] }] });
  const [open, setOpen] = useState<string | null>(procedure ? null : 'first');
  /** Of phases taken in common since the page was opened: with whom. */
  const [sharedWith, setSharedWith] = useState<ProcedureFull['inCommon']>({});
  const [trying, setTrying] = useState(false);
  const [beginning, setBeginning] = useState(false);
  const [inFlight, setInFlight] = useState<JobToVersion[] | null>(null);
  const mayChange = session.may('change services');
  const { data: clients } = useData(proceduresRoutes.clients, mayChange ? { procedure: procedure?.id } : null);
  const { data: others = [] } = useData(proceduresRoutes.list);
  const row = others.find((one) => one.id === procedure?.id);
  const paper = useOnPaper(draft, clients);
  const put = (phases: PhasePlan[]) => setDraft({ phases });
  const order = useOrder(draft.phases.length, (from, to) => put(moved(draft.phases, from, to)));
  const minutes = draft.phases.flatMap((phase) => phase.tasks).reduce((sum, task) => sum + task.estimate, 0);

  const { faults, setFaults, busy, attempt } = useFaults();
  const keep = (jobIds: string[]) =>
    attempt(async () => {
      if (procedure) await send(proceduresRoutes.change, { id: procedure.id }, { name, definition: draft, version: procedure.version, jobIds });
      else {
        const { id } = await send(proceduresRoutes.add, {}, { name, definition: draft });
        await navigate(`/firm/procedures/${id}`);
      }
      setInFlight(null);
      if (procedure) onSaved(name);
      else notify(`Saved "${name}".`);
    });
  const save = async () => {
    const wrong = procedureFaults(draft);
    if (wrong.length > 0) {
      setFaults(wrong.map((fault) => `${fault}.`));
      return;
    }
    if (!procedure || procedure.jobs === 0) return keep([]);
    await attempt(async () => {
      const jobs = await ask(movesRoutes.inFlight, { id: procedure.id }, { definition: draft });
      if (jobs.length > 0) setInFlight(jobs);
      else await keep([]);
    });
  };
  const keys = draft.phases.map((phase) => phase.key);
  /** Taken in common and not saved yet. */
  const isNew = ({ sharedAs }: PhasePlan) => sharedAs !== undefined && procedure?.inCommon[sharedAs] === undefined;
  const inCommonWith = (phase: PhasePlan) => (phase.sharedAs === undefined ? null : (procedure?.inCommon[phase.sharedAs] ?? sharedWith[phase.sharedAs] ?? []));
  return (
    <Page
      above={
        <Link to="/firm/procedures" className="lnk">
          Procedures
        </Link>
      }
      title={procedure?.name ?? 'A new procedure'}
      sum={
        <>
          {counted(draft.phases.length, 'phase')}, {formatHours(minutes)} of work.{' '}
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
      }
      margin={
        <>
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
                <button type="button" className="lnk mt-1" onClick={() => setTrying(true)}>
                  Try on one client
                </button>
              </>
            )}
          </Note>
          {procedure && !procedure.onlyFor && session.may('do work') && (
            <Note title="Jobs">
              <button type="button" className="lnk" onClick={() => setBeginning(true)}>
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
      }
    >
      <form
        noValidate
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void save();
        }}
      >
        <Faults of={faults} />
        <TextField label="Name" value={name} disabled={!mayChange} autoFocus={!procedure} onChange={({ target }) => setName(target.value)} />
        <ol aria-label="Phases" className="sheet">
          {draft.phases.map((phase, index) => (
            <li key={phase.key} {...order.row(index)} className="border-b border-rule last:border-0 data-over:border-t-2 data-over:border-kelp">
              <div className="flex items-start gap-2 px-3 py-2">
                {mayChange && <Grip {...order.grip(index, phase.name)} />}
                <button
                  type="button"
                  className="min-w-0 flex-1 text-left"
                  aria-expanded={open === phase.key}
                  onClick={() => setOpen(open === phase.key ? null : phase.key)}
                >
                  <span className="font-serif text-base font-semibold">
                    {index + 1}. {phase.name || 'A phase without a name'}
                  </span>
                  <span className="block text-table text-soft">{phaseInWords(phase, facts)}</span>
                  <InCommon with={inCommonWith(phase)} />
                </button>
                {mayChange && (
                  <span className="flex gap-3 text-table">
                    <button
                      type="button"
                      className="lnk"
                      aria-label={`Copy ${phase.name}`}
                      onClick={() => put(draft.phases.toSpliced(index + 1, 0, copyOfPhase(phase, draft.phases, `${phase.name}, copy`)))}
                    >
                      Copy
                    </button>
                    <button type="button" className="lnk" aria-label={`Remove ${phase.name}`} onClick={() => put(draft.phases.filter((_, at) => at !== index))}>
                      Remove
                    </button>
                  </span>
                )}
              </div>
              {open === phase.key && mayChange && isNew(phase) && (
                <p className="mx-4 mb-3 border border-slate bg-slate-tint px-3 py-1.5 text-table">
                  It is shared once this procedure is saved. Save first, then change it: both change.
                </p>
              )}
              {open === phase.key && mayChange && phase.sharedAs && !isNew(phase) && (
                <p className="mx-4 mb-2 border border-slate bg-slate-tint px-3 py-1.5 text-table">
                  What you change here is changed in the other procedures too, for jobs that begin from then on.{' '}
                  <button
                    type="button"
                    className="lnk"
                    onClick={() => put(draft.phases.map((one, at) => (at === index ? apart({ phases: [phase] }).phases[0]! : one)))}
                  >
                    Stop sharing it here
                  </button>
                </p>
              )}
              {open === phase.key && mayChange && !isNew(phase) && (
                <PhaseEditor
                  phase={phase}
                  phases={draft.phases}
                  facts={facts}
                  onChange={(next) => put(draft.phases.map((one, at) => (at === index ? next : one)))}
                />
              )}
            </li>
          ))}
          {draft.phases.length === 0 && <li className="px-3 py-3 text-table text-soft">No phase yet. A procedure has at least one.</li>}
        </ol>
        {mayChange && (
          <>
            <p className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-table">
              <button
                type="button"
                className="lnk"
                onClick={() => {
                  const key = freshKey('phase', keys);
                  put([...draft.phases, { key, name: '', tasks: [] }]);
                  setOpen(key);
                }}
              >
                Add a phase
              </button>
              <TakePhase
                into={procedure?.id ?? null}
                phases={draft.phases}
                others={others}
                onCopy={(phase) => put([...draft.phases, copyOfPhase(phase, draft.phases, phase.name)])}
                onShare={(phase, from) => {
                  put([...draft.phases, takenInCommon(phase, freshKey(phase.key, keys), draft.phases)]);
                  setSharedWith({ ...sharedWith, [phase.sharedAs!]: [from] });
                }}
              />
            </p>
            <footer className="mt-4 flex items-center gap-3">
              <button type="submit" className="act" disabled={busy}>
                Save the procedure
              </button>
              <Link to="/firm/procedures" className="act-quiet">
                Cancel
              </Link>
            </footer>
          </>
        )}
      </form>
      {paper && clients && (
        <section className="mt-6" aria-label="Preview">
          <h2 className="mb-1 text-ink">Preview</h2>
          <div className="sheet px-4 py-3">
            <OnPaperView of={paper} procedure={draft} clients={clients} />
          </div>
        </section>
      )}
      {beginning && row && <NewJobLeaf procedure={row} onClose={() => setBeginning(false)} />}
      {trying && clients && <StoryLeaf procedure={draft} clients={clients} onClose={() => setTrying(false)} />}
      {inFlight && <InFlightLeaf jobs={inFlight} busy={busy} problem={faults[0] ?? null} onSave={(ids) => void keep(ids)} onClose={() => setInFlight(null)} />}
    </Page>
  );
}

/** With which other procedures a phase is held in common; nothing when it is this one's alone. */
function InCommon({ with: others }: { with: readonly { id: string; name: string }[] | null }) {
  if (!others) return null;
  return (
    <span className="block text-table text-slate">
      {others.length > 0 ? `shared with ${others.map((one) => one.name).join(', ')}` : 'shared, but with no other procedure now'}
    </span>
  );
}
