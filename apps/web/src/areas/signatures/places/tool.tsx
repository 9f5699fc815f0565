import { type PointerEvent, useRef } from 'react';
import type { FieldKind } from '@steady/core/signing';
import { capital } from '@steady/core/words';

/** A kind of field to be put down: pressed, it goes to a free place; dragged, to where it is let go of. */
export function Tool({ kind, at, onPress, onDrop }: { kind: FieldKind; at: number; onPress(): void; onDrop(event: PointerEvent): void }) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const dragged = useRef(false);
  return (
    <button
      type="button"
      className="act-quiet touch-none"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY };
        dragged.current = false;
      }}
      onPointerUp={(event) => {
        if (from.current && Math.hypot(event.clientX - from.current.x, event.clientY - from.current.y) > 8) {
          dragged.current = true;
          onDrop(event);
        }
        from.current = null;
      }}
      onClick={() => {
        if (!dragged.current) onPress();
        dragged.current = false;
      }}
    >
      {capital(kind)} <kbd>{at}</kbd>
    </button>
  );
}
