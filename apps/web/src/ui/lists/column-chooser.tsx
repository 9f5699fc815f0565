import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { ArrowUp } from 'lucide-react';
import { useRef } from 'react';
import type { Field } from '@steady/core/lists';

/** Which columns stand in the list, and in what order. */
export function ColumnChooser({ fields, columns, onChange }: { fields: Field[]; columns: string[]; onChange(columns: string[]): void }) {
  const shown = columns.flatMap((key) => fields.filter((field) => field.key === key));
  const others = fields.filter((field) => field.key !== 'name' && !columns.includes(field.key));
  // A column that is ticked moves to the others shown, and the focus with it: Escape still closes, the next key goes on from there.
  const ticked = useRef<string | null>(null);
  const follow = (key: string) => (box: HTMLInputElement | null) => {
    if (box === null || ticked.current !== key) return;
    ticked.current = null;
    box.focus();
  };
  const change = (key: string, next: string[]) => {
    ticked.current = key;
    onChange(next);
  };
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
              <input
                ref={follow(field.key)}
                type="checkbox"
                checked
                onChange={() =>
                  change(
                    field.key,
                    columns.filter((key) => key !== field.key),
                  )
                }
              />
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
            <input ref={follow(field.key)} type="checkbox" checked={false} onChange={() => change(field.key, [...columns, field.key])} />
            {field.name}
          </label>
        ))}
      </PopoverPanel>
    </Popover>
  );
}
