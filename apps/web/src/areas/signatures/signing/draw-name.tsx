import { useEffect, useRef } from 'react';
import SignaturePad from 'signature_pad';
import { MARK_BOX, type Mark, faultOfMark, inMarkBox } from '@steady/core/signing';

const inBox = (value: number, most: number) => Math.max(0, Math.min(most, Math.round(value)));

/** A box in which a name is drawn, with a finger, a pen or a mouse. */
export function DrawName({ label, onDrawn }: { label: string; onDrawn(mark: Mark | undefined): void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const tell = useRef(onDrawn);
  useEffect(() => {
    tell.current = onDrawn;
  });
  useEffect(() => {
    const place = canvas.current!;
    const wide = place.clientWidth || MARK_BOX.width;
    place.width = wide * window.devicePixelRatio;
    place.height = ((wide * MARK_BOX.height) / MARK_BOX.width) * window.devicePixelRatio;
    place.getContext('2d')?.scale(window.devicePixelRatio, window.devicePixelRatio);
    const drawing = new SignaturePad(place, { penColor: '#1b2a33', minWidth: 1, maxWidth: 2.2 });
    const scale = MARK_BOX.width / wide;
    drawing.addEventListener('endStroke', () => {
      const strokes = drawing.toData().map(({ points }) => points.flatMap(({ x, y }) => [inBox(x * scale, MARK_BOX.width), inBox(y * scale, MARK_BOX.height)]));
      const isName = faultOfMark({ way: 'drawn', strokes }) === null;
      tell.current({ way: 'drawn', strokes: isName ? inMarkBox(strokes) : strokes });
    });
    pad.current = drawing;
    return () => drawing.off();
  }, []);
  return (
    <div>
      <canvas ref={canvas} aria-label={label} role="img" className="block aspect-[3/1] w-full touch-none border border-[#8c979c] bg-white" />
      <button
        type="button"
        className="lnk mt-1 text-table max-sm:min-h-11"
        onClick={() => {
          pad.current?.clear();
          tell.current(undefined);
        }}
      >
        Draw it anew
      </button>
    </div>
  );
}
