import '@fontsource/caveat/400.css';
import { MARK_BOX, type Mark } from '@steady/core/signing';

const pathOf = (stroke: readonly number[]): string => stroke.map((value, at) => (at % 2 === 0 ? `${at === 0 ? 'M' : 'L'}${value}` : ` ${value} `)).join('');

/** A name as it was typed or drawn, as large as its place. */
export function MarkShown({ mark }: { mark: Mark }) {
  if (mark.way === 'drawn')
    return (
      <svg viewBox={`0 0 ${MARK_BOX.width} ${MARK_BOX.height}`} preserveAspectRatio="xMinYMid meet" className="block size-full" aria-hidden="true">
        {mark.strokes.map((stroke, at) => (
          <path
            key={at}
            d={pathOf(stroke.length === 2 ? [...stroke, ...stroke] : stroke)}
            fill="none"
            stroke="#1b2a33"
            strokeWidth={7}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ))}
      </svg>
    );
  // Letters are drawn like a picture: they fit their place, however small a page is shown.
  const wide = Math.max(MARK_BOX.width / 4, mark.text.length * 46);
  return (
    <svg viewBox={`0 0 ${wide} 130`} preserveAspectRatio="xMinYMid meet" className="block size-full" aria-hidden="true">
      <text x="4" y="96" fontSize="104" fill="#1b2a33" className="font-hand">
        {mark.text}
      </text>
    </svg>
  );
}
