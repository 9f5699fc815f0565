import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { ArrowUp } from 'lucide-react';
import type { Field } from '@steady/core/lists';

/** Which columns stand in the list, and in what order. */
export function ColumnChooser({ fields, columns, onChange }: { fields: Field[]; columns: string[]; onChange(columns: string[]): void }) {
  const shown = columns.flatMap((key) => fields.filter((field) => field.key === key));
  const others = fields.filter((field) => field.key !== 'name' && !columns.includes(field.key));
  const up = (index: number) => {
    const next = [...columns];
    [next[index - 1], next[index]] = [next[index]!, next[index - 1]!];
    onChange(next);
  };
  return (
    <Popover className="relative">
      <PopoverButton className="lnk">Columns</PopoverButton>
      <PopoverPanel anchor={{ to: 'bottom end', gap: 6 }} className="sheet z-30 max-h-[70vh] w-60 overflow-y-auto p-3 text-table shadow-menu">
        {shown.map((field, index) => (
          <div key={field.key} className="flex items-center justify-between">
            <label className="flex items-baseline gap-1.5 py-0.5">
              <input type="checkbox" checked onChange={() => onChange(columns.filter((key) => key !== field.key))} />
              {field.name}
            </label>
            {index > 0 && (
              <button aria-label={`${field.name} further left`} title="Further left" className="p-1 text-soft hover:text-ink" onClick={() => up(index)}>
                <ArrowUp aria-hidden className="size-3" />
              </button>
            )}
          </div>
        ))}
        <hr className="my-2 border-rule" />
        {others.map((field) => (
          <label key={field.key} className="flex items-baseline gap-1.5 py-0.5">
            <input type="checkbox" checked={false} onChange={() => onChange([...columns, field.key])} />
            {field.name}
          </label>
        ))}
      </PopoverPanel>
    </Popover>
  );
}
