import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { useState } from 'react';
import type { PhasePlan } from '@steady/core/procedures';
import type { ProcedureRow } from '@steady/contract/procedures';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { ChoiceInput } from '../../ui/choice-input';

/** Any phase of any procedure of the firm, to be copied into this one or to be held by both in common. */
export function TakePhase({
  into,
  phases,
  others,
  onCopy,
  onShare,
}: {
  /** The procedure that takes it; none for a new one. */
  into: string | null;
  phases: readonly PhasePlan[];
  others: readonly ProcedureRow[];
  onCopy(phase: PhasePlan): void;
  /** `from` is the procedure that holds it too. */
  onShare(phase: PhasePlan, from: { id: string; name: string }): void;
}) {
  const { act, busy } = useAct();
  const [from, setFrom] = useState('');
  const [key, setKey] = useState('');
  const { data: source } = useData(proceduresRoutes.view, from ? { id: from } : null);
  const offered = from === into ? phases : (source?.definition.phases ?? []);
  const phase = offered.find((one) => one.key === key);
  const heldAlready = phase?.sharedAs !== undefined && phases.some((one) => one.sharedAs === phase.sharedAs);
  const share = async () => {
    const shared = await send(proceduresRoutes.share, { id: from }, { phaseKey: key });
    onShare(shared, { id: from, name: others.find((one) => one.id === from)?.name ?? '' });
    setKey('');
  };
  return (
    <span className="flex flex-wrap items-baseline gap-2">
      Take a phase from
      <ChoiceInput
        className="field w-auto max-w-56 py-0.5"
        aria-label="Procedure to take a phase from"
        value={from}
        onChange={({ target }) => {
          setFrom(target.value);
          setKey('');
        }}
      >
        <option value="">another procedure</option>
        {others.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </ChoiceInput>
      {offered.length > 0 && (
        <ChoiceInput className="field w-auto max-w-56 py-0.5" aria-label="Phase to take" value={key} onChange={({ target }) => setKey(target.value)}>
          <option value="">which phase</option>
          {offered.map((one) => (
            <option key={one.key} value={one.key}>
              {one.name}
            </option>
          ))}
        </ChoiceInput>
      )}
      {phase && (
        <>
          <button type="button" className="lnk" onClick={() => (onCopy(phase), setKey(''))}>
            Copy it here
          </button>
          {from !== into && !heldAlready && (
            <button type="button" className="lnk" disabled={busy} title="Changed in one of them, it is changed in both" onClick={() => void act(share)}>
              Share it
            </button>
          )}
          {heldAlready && <span className="text-soft">is shared here already</span>}
        </>
      )}
    </span>
  );
}
