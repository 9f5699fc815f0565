import type { ProcedureRow } from '@steady/contract/procedures';
import { Note } from '../../ui/page';

/** What happens when it is saved, and the procedures it goes by, as notes beside the page. */
export function ServiceMargin({ procedures }: { procedures: ProcedureRow[] }) {
  return (
    <>
      <Note title="Before it is saved">
        <p className="text-soft">Dates that a change moves are shown before and after at the foot of the page; nothing moves until you save again.</p>
      </Note>
      <Note title="Procedure">
        {procedures.length === 0 && <p className="text-soft">None. Each job of this service is one task, ticked when the work is done.</p>}
        {procedures.map((one) => (
          <p key={one.id} className="mb-1">
            <b>{one.name}</b>
            <span className="block text-soft">
              {one.phases.join(', ')}; {Math.round((one.minutes / 60) * 10) / 10} hours
            </span>
          </p>
        ))}
      </Note>
    </>
  );
}
