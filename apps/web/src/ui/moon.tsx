const SIZE = 13;
const C = SIZE / 2;
const R = 5.7;

/** Progress as a moon: the dark part grows from the right, from new to full. Always stands beside words. */
export function Moon({ done, of, tone = 'ink' }: { done: number; of: number; tone?: 'ink' | 'rust' }) {
  const part = of === 0 ? 0 : done / of;
  const color = part === 1 ? 'var(--color-moss)' : tone === 'rust' ? 'var(--color-rust)' : 'var(--color-ink)';
  return (
    <svg width={SIZE} height={SIZE} aria-hidden="true" className="mr-1.5 inline-block shrink-0 align-[-2px]">
      <circle cx={C} cy={C} r={R} fill={part === 1 ? color : 'none'} stroke={color} />
      {part > 0 && part < 1 && (
        <path d={`M${C} ${C - R} A${R} ${R} 0 0 1 ${C} ${C + R} A${R * Math.abs(1 - 2 * part)} ${R} 0 0 ${part < 0.5 ? 0 : 1} ${C} ${C - R}Z`} fill={color} />
      )}
    </svg>
  );
}
