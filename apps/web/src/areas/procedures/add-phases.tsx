import { type PhasePlan, takenInCommon } from '@steady/core/procedures';
import type { ProcedureFull, ProcedureRow } from '@steady/contract/procedures';
import { copyOfPhase, freshKey } from './pieces';
import { TakePhase } from './take-phase';

interface AddPhasesProps {
  /** The procedure that phases are taken into; null while it is new. */
  into: string | null;
  phases: PhasePlan[];
  others: ProcedureRow[];
  onPut(phases: PhasePlan[]): void;
  onOpen(key: string): void;
  /** A phase was taken in common with another procedure. */
  onShared(key: string, from: ProcedureFull['inCommon'][string][number]): void;
}

/** A phase more: an empty one, a copy from elsewhere, or one held in common. */
export function AddPhases({ into, phases, others, onPut, onOpen, onShared }: AddPhasesProps) {
  const keys = phases.map((phase) => phase.key);
  return (
    <p className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-table">
      <button
        type="button"
        className="lnk"
        onClick={() => {
          const key = freshKey('phase', keys);
          onPut([...phases, { key, name: '', tasks: [] }]);
          onOpen(key);
        }}
      >
        Add a phase
      </button>
      <TakePhase
        into={into}
        phases={phases}
        others={others}
        onCopy={(phase) => onPut([...phases, copyOfPhase(phase, phases, phase.name)])}
        onShare={(phase, from) => {
          onPut([...phases, takenInCommon(phase, freshKey(phase.key, keys), phases)]);
          onShared(phase.sharedAs!, from);
        }}
      />
    </p>
  );
}
