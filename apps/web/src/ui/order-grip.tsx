import { GripVertical } from 'lucide-react';
import { type DragEvent, useState } from 'react';

/** Puts what is at one place of a list at another. */
export const moved = <T,>(list: readonly T[], from: number, to: number): T[] => {
  const next = [...list];
  next.splice(to, 0, ...next.splice(from, 1));
  return next;
};

export interface Order {
  /** For the row: where something is dropped. */
  row(index: number): { onDragOver(event: DragEvent): void; onDrop(event: DragEvent): void; 'data-over': boolean | undefined };
  /** For the grip of the row. */
  grip(index: number, name: string): { index: number; name: string; count: number; onMove(from: number, to: number): void; onDrag(index: number | null): void };
}

/** Puts a list into another order, by dragging a row at its grip or by the arrow keys on it. */
export function useOrder(count: number, onMove: (from: number, to: number) => void): Order {
  const [dragged, setDragged] = useState<number | null>(null);
  const [over, setOver] = useState<number | null>(null);
  return {
    row: (index) => ({
      onDragOver: (event) => {
        if (dragged === null) return;
        event.preventDefault();
        setOver(index);
      },
      onDrop: (event) => {
        event.preventDefault();
        if (dragged !== null && dragged !== index) onMove(dragged, index);
        setDragged(null);
        setOver(null);
      },
      'data-over': (dragged !== null && over === index && over !== dragged) || undefined,
    }),
    grip: (index, name) => ({ index, name, count, onMove, onDrag: setDragged }),
  };
}

export function Grip({ index, name, count, onMove, onDrag }: ReturnType<Order['grip']>) {
  return (
    <button
      type="button"
      draggable
      className="cursor-grab p-0.5 text-soft hover:text-ink"
      aria-label={`Place of ${name}: ${index + 1} of ${count}. Arrow up and down move it.`}
      title="Drag, or press arrow up and down"
      onDragStart={(event) => {
        event.dataTransfer.effectAllowed = 'move';
        event.dataTransfer.setData('text/plain', name);
        onDrag(index);
      }}
      onDragEnd={() => onDrag(null)}
      onKeyDown={(event) => {
        const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
        if (by === 0 || index + by < 0 || index + by >= count) return;
        event.preventDefault();
        onMove(index, index + by);
        // The grip goes with its row; the key can be pressed again.
        const grips = event.currentTarget.closest('table, ol, ul')?.querySelectorAll<HTMLButtonElement>('button[draggable]');
        requestAnimationFrame(() => grips?.[index + by]?.focus());
      }}
    >
      <GripVertical aria-hidden className="size-3.5" />
    </button>
  );
}
