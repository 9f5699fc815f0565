import { DndContext, type DragEndEvent, MouseSensor, TouchSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { type ComponentProps, type ReactNode, createContext, useContext, useId } from 'react';

/** Puts what is at one place of a list at another. */
export const moved = <T,>(list: readonly T[], from: number, to: number): T[] => {
  const next = [...list];
  next.splice(to, 0, ...next.splice(from, 1));
  return next;
};

interface Places {
  /** Tells the grips of this list from those of lists inside of it. */
  list: string;
  ids: readonly string[];
  onMove(from: number, to: number): void;
}
const List = createContext<Places>({ list: '', ids: [], onMove: () => undefined });
const Row = createContext<{ id: string; grip: object }>({ id: '', grip: {} });

/** A pointer takes hold after a few pixels, a finger after a moment: pressing and scrolling stay what they are. */
export const useHands = () =>
  useSensors(useSensor(MouseSensor, { activationConstraint: { distance: 5 } }), useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }));

/**
 * A list that is put into another order: by dragging a row at its grip, with mouse or finger, or by the arrow keys on it. Stands around the
 * whole list or table. @param ids what tells the rows apart, in their order
 */
export function Ordered({ ids, onMove, children }: Omit<Places, 'list'> & { children: ReactNode }) {
  const list = useId();
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const [from, to] = [ids.indexOf(String(active.id)), over ? ids.indexOf(String(over.id)) : -1];
    if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
  };
  const place = (id: string | number) => `place ${ids.indexOf(String(id)) + 1} of ${ids.length}`;
  return (
    <DndContext
      sensors={useHands()}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{
        screenReaderInstructions: { draggable: 'Arrow up and down move it.' },
        announcements: {
          onDragStart: ({ active }) => `Taken from ${place(active.id)}.`,
          onDragOver: ({ over }) => (over ? `At ${place(over.id)}.` : undefined),
          onDragEnd: ({ over }) => (over ? `Put at ${place(over.id)}.` : 'Left where it was.'),
          onDragCancel: () => 'Left where it was.',
        },
      }}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        <List value={{ list, ids, onMove }}>{children}</List>
      </SortableContext>
    </DndContext>
  );
}

/** A row of such a list. */
export function OrderedRow({
  id,
  as: As = 'li',
  ...row
}: { id: string; as?: 'li' | 'tr' } & Omit<ComponentProps<'li'>, 'id'> & { [data: `data-${string}`]: unknown }) {
  const { setNodeRef, setActivatorNodeRef, listeners, attributes, transform, transition, isDragging } = useSortable({ id });
  const Element = As as 'li';
  return (
    <Row value={{ id, grip: { ref: setActivatorNodeRef, ...listeners, 'aria-describedby': attributes['aria-describedby'] } }}>
      <Element
        {...row}
        ref={setNodeRef}
        // Set by the drag alone: a row at rest has no style of its own.
        style={{ transform: CSS.Translate.toString(transform), transition }}
        className={`${row.className ?? ''} ${isDragging ? 'relative z-10 bg-kelp-tint' : ''}`}
      />
    </Row>
  );
}

/** The grip of the row it stands in. */
export function Grip({ name }: { name: string }) {
  const { list, ids, onMove } = useContext(List);
  const { id, grip } = useContext(Row);
  const index = ids.indexOf(id);
  return (
    <button
      {...grip}
      type="button"
      data-grip={list}
      className="cursor-grab touch-none p-0.5 text-soft hover:text-ink max-sm:p-3"
      aria-label={`Place of ${name}: ${index + 1} of ${ids.length}. Arrow up and down move it.`}
      title="Drag, or press arrow up and down"
      onKeyDown={(event) => {
        const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
        if (by === 0 || index + by < 0 || index + by >= ids.length) return;
        event.preventDefault();
        onMove(index, index + by);
        // The grip goes with its row; the key can be pressed again.
        requestAnimationFrame(() => document.querySelectorAll<HTMLButtonElement>(`[data-grip="${list}"]`)[index + by]?.focus());
      }}
    >
      <GripVertical aria-hidden className="size-3.5" />
    </button>
  );
}
