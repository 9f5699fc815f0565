import type { Prerequisite } from '@steady/core/procedures';
import { TextField, TickField } from '../../ui/fields';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import { freshKey } from './pieces';

interface Props {
  of: readonly Prerequisite[] | undefined;
  mayChange: boolean;
  onChange(next: Prerequisite[]): void;
}

/** What has to be so before the work of a job begins; somebody confirms it at each job. */
export function Prerequisites({ of = [], mayChange, onChange }: Props) {
  const put = (index: number, more: Partial<Prerequisite>) => onChange(of.map((one, at) => (at === index ? { ...one, ...more } : one)));
  if (of.length === 0 && !mayChange) return null;
  const add = () => {
    const key = freshKey(
      'prerequisite',
      of.map((one) => one.key),
    );
    onChange([...of, { key, name: '', holds: false }]);
  };
  return (
    <fieldset className="my-3" disabled={!mayChange}>
      <legend className="text-table font-semibold">To be confirmed before the work begins</legend>
      <Ordered ids={of.map((one) => one.key)} onMove={(from, to) => onChange(moved(of, from, to))}>
        <ol aria-label="Prerequisites">
          {of.map((one, index) => (
            <OrderedRow key={one.key} id={one.key} className="flex items-start gap-2 border-t border-rule-soft py-1.5">
              <Grip name={one.name || 'the new prerequisite'} />
              <div className="grid min-w-0 flex-1 grid-cols-[1fr_auto_auto] items-center gap-x-4 max-sm:grid-cols-1">
                <TextField
                  label="What has to be so"
                  placeholder="For example: the last period is closed"
                  value={one.name}
                  onChange={({ target }) => put(index, { name: target.value })}
                />
                <TickField label="holds the first task" checked={one.holds} onChange={({ target }) => put(index, { holds: target.checked })} />
                <button
                  type="button"
                  className="lnk text-table"
                  aria-label={`Remove ${one.name || 'the new prerequisite'}`}
                  onClick={() => onChange(of.filter((_, at) => at !== index))}
                >
                  Remove
                </button>
              </div>
            </OrderedRow>
          ))}
        </ol>
      </Ordered>
      {mayChange && (
        <button type="button" className="lnk text-table" onClick={add}>
          {of.length === 0 ? 'Add what has to be confirmed' : 'Add another'}
        </button>
      )}
    </fieldset>
  );
}
