import { type PhasePlan, apart } from '@steady/core/procedures';
import type { ProcedureFull } from '@steady/contract/procedures';
import { useTeam } from '../../app/session';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import type { KnownFact } from '../rules';
import { PhaseEditor, phaseInWords } from './phase-editor';
import { copyOfPhase } from './pieces';

interface Props {
  phases: PhasePlan[];
  facts: KnownFact[];
  mayChange: boolean;
  /** Key of the phase that is worked on. */
  open: string | null;
  onOpen(key: string | null): void;
  onChange(phases: PhasePlan[]): void;
  /** Shared with others since the page was opened, and not saved yet. */
  isNew(phase: PhasePlan): boolean;
  /** With which other procedures it is shared; null where it is this one's alone. */
  inCommonWith(phase: PhasePlan): ProcedureFull['inCommon'][string] | null;
}

/** The phases of a procedure one below the other, put into order, each opened to be worked on where it stands. */
export function PhaseRows({ phases, facts, mayChange, open, onOpen, onChange, isNew, inCommonWith }: Props) {
  const { nameOf } = useTeam();
  return (
    <Ordered ids={phases.map((one) => one.key)} onMove={(from, to) => onChange(moved(phases, from, to))}>
      <ol aria-label="Phases" className="sheet">
        {phases.map((phase, index) => (
          <OrderedRow key={phase.key} id={phase.key} className="border-b border-rule last:border-0">
            <div className="flex items-start gap-2 px-3 py-2">
              {mayChange && <Grip name={phase.name} />}
              <button
                type="button"
                className="min-w-0 flex-1 text-left"
                aria-expanded={open === phase.key}
                onClick={() => onOpen(open === phase.key ? null : phase.key)}
              >
                <span className="font-serif text-base font-semibold">
                  {index + 1}. {phase.name || 'A phase without a name'}
                </span>
                <span className="block text-table text-soft">{phaseInWords(phase, facts, nameOf)}</span>
                <InCommon with={inCommonWith(phase)} />
              </button>
              {mayChange && (
                <span className="flex gap-3 text-table">
                  <button
                    type="button"
                    className="lnk"
                    aria-label={`Copy ${phase.name}`}
                    onClick={() => onChange(phases.toSpliced(index + 1, 0, copyOfPhase(phase, phases, `${phase.name}, copy`)))}
                  >
                    Copy
                  </button>
                  <button type="button" className="lnk" aria-label={`Remove ${phase.name}`} onClick={() => onChange(phases.filter((_, at) => at !== index))}>
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
                  onClick={() => onChange(phases.map((one, at) => (at === index ? apart({ phases: [phase] }).phases[0]! : one)))}
                >
                  Stop sharing it here
                </button>
              </p>
            )}
            {open === phase.key && mayChange && !isNew(phase) && (
              <PhaseEditor phase={phase} phases={phases} facts={facts} onChange={(next) => onChange(phases.map((one, at) => (at === index ? next : one)))} />
            )}
          </OrderedRow>
        ))}
        {phases.length === 0 && <li className="px-3 py-3 text-table text-soft">No phase yet. A procedure has at least one.</li>}
      </ol>
    </Ordered>
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
