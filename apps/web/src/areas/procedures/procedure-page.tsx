import * as movesRoutes from '@steady/contract/moves.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { RHYTHMS, rhythmInWords } from '@steady/core/calendar';
import { type OnPaper, type PhasePlan, type Procedure, procedureFaults } from '@steady/core/procedures';
import { jobFactInRules, jobFacts } from '@steady/core/jobs';
import type { JobToVersion, ProcedureClients, ProcedureFull } from '@steady/contract/procedures';
import { ask, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Faults } from '../../ui/faults';
import { TextField } from '../../ui/fields';
import { useFaults } from '../../ui/form';
import { PageForm } from '../../ui/form-sheet';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { useUnsaved } from '../../ui/unsaved';
import { NewJobLeaf } from '../jobs';
import { type KnownFact, knownFact, useKnownFacts } from '../rules';
import { AddPhases } from './add-phases';
import { InFlightLeaf } from './in-flight-leaf';
import { OnPaperView } from './on-paper-view';
import { PhaseRows } from './phase-rows';
import { Prerequisites } from './prerequisites';
import { ProcedureMargin, ProcedureSum } from './procedure-margin';
import { StoryLeaf } from './story-leaf';
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

/** The key of the phase that a fault is about: it is opened, so that the fault is in sight. */
const phaseAt = (fault: string, phases: readonly PhasePlan[], otherwise: string | null) =>
  phases.find((phase) => (phase.name ? fault.includes(`"${phase.name}"`) : fault.startsWith('A phase')))?.key ?? otherwise;

const isChanged = (begun: { name: string; definition: Procedure }, name: string, definition: Procedure) =>
  name !== begun.name || definition !== begun.definition;

const NEW: { name: string; definition: Procedure } = { name: '', definition: { phases: [{ key: 'first', name: 'First phase', tasks: [] }] } };

function ProcedureForm({ procedure, facts, onSaved }: { procedure?: ProcedureFull; facts: KnownFact[]; onSaved(name: string): void }) {
  const session = useSession();
  const navigate = useNavigate();
  const notify = useNotify();
  const begun = procedure ?? NEW;
  const [name, setName] = useState(begun.name);
  const [draft, setDraft] = useState(begun.definition);
  const [open, setOpen] = useState<string | null>(procedure ? null : 'first');
  /** Of phases taken in common since the page was opened: with whom. */
  const [sharedWith, setSharedWith] = useState<ProcedureFull['inCommon']>({});
  const [leaf, setLeaf] = useState<'try' | 'begin' | null>(null);
  const [inFlight, setInFlight] = useState<JobToVersion[] | null>(null);
  const mayChange = session.may('change services');
  const { data: clients } = useData(proceduresRoutes.clients, mayChange ? { procedure: procedure?.id } : null);
  const { data: others = [] } = useData(proceduresRoutes.list);
  const paper = useOnPaper(draft, clients, session.today);
  const put = (phases: PhasePlan[]) => setDraft({ ...draft, phases });

  const { faults, setFaults, busy, attempt } = useFaults();
  const unsaved = useUnsaved(busy, mayChange && isChanged(begun, name, draft));
  const keep = (jobIds: string[]) =>
    attempt(async () => {
      if (procedure) await send(proceduresRoutes.change, { id: procedure.id }, { name, definition: draft, version: procedure.version, jobIds });
      else {
        const { id } = await send(proceduresRoutes.add, {}, { name, definition: draft });
        unsaved.settle();
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
      setOpen(phaseAt(wrong[0]!, draft.phases, open));
      return;
    }
    if (!procedure || procedure.jobs === 0) return keep([]);
    await attempt(async () => {
      const jobs = await ask(movesRoutes.inFlight, { id: procedure.id }, { definition: draft });
      if (jobs.length > 0) setInFlight(jobs);
      else await keep([]);
    });
  };
  const saved = procedure?.inCommon ?? {};
  /** Taken in common and not saved yet. */
  const isNew = ({ sharedAs }: PhasePlan) => sharedAs !== undefined && !(sharedAs in saved);
  const shared = { ...sharedWith, ...saved };
  const inCommonWith = ({ sharedAs }: PhasePlan) => (sharedAs === undefined ? null : (shared[sharedAs] ?? []));
  return (
    <Page
      above={
        <Link to="/firm/procedures" className="lnk">
          Procedures
        </Link>
      }
      title={procedure?.name ?? 'A new procedure'}
      sum={<ProcedureSum procedure={procedure} phases={draft.phases} />}
      margin={<ProcedureMargin procedure={procedure} paper={paper} clients={clients} onTry={() => setLeaf('try')} onBegin={() => setLeaf('begin')} />}
    >
      <PageForm unsaved={unsaved} className="mt-2" onSubmit={() => void save()}>
        <Faults of={faults} />
        <TextField label="Name" value={name} disabled={!mayChange} autoFocus={!procedure} onChange={({ target }) => setName(target.value)} />
        <Prerequisites of={draft.prerequisites} mayChange={mayChange} onChange={(prerequisites) => setDraft({ ...draft, prerequisites })} />
        <PhaseRows
          phases={draft.phases}
          facts={facts}
          mayChange={mayChange}
          open={open}
          onOpen={setOpen}
          onChange={put}
          isNew={isNew}
          inCommonWith={inCommonWith}
        />
        {mayChange && (
          <>
            <AddPhases
              into={procedure?.id ?? null}
              phases={draft.phases}
              others={others}
              onPut={put}
              onOpen={setOpen}
              onShared={(key, from) => setSharedWith({ ...sharedWith, [key]: [from] })}
            />
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
      </PageForm>
      {clients && <Preview of={paper} procedure={draft} clients={clients} />}
      {leaf === 'begin' && <NewJobLeaf procedure={others.find((one) => one.id === procedure?.id)} onClose={() => setLeaf(null)} />}
      {leaf === 'try' && clients && <StoryLeaf procedure={draft} clients={clients} onClose={() => setLeaf(null)} />}
      {inFlight && <InFlightLeaf jobs={inFlight} busy={busy} problem={faults[0] ?? null} onSave={(ids) => void keep(ids)} onClose={() => setInFlight(null)} />}
    </Page>
  );
}

/** What the procedure would mean for every client it concerns, once it is worked out. */
function Preview({ of, procedure, clients }: { of: OnPaper | null; procedure: Procedure; clients: ProcedureClients }) {
  if (!of) return null;
  return (
    <section className="mt-6" aria-label="Preview">
      <h2 className="mb-1 text-ink">Preview</h2>
      <div className="sheet px-4 py-3">
        <OnPaperView of={of} procedure={procedure} clients={clients} />
      </div>
    </section>
  );
}
