import { type Money, formatMoney } from '@steady/core/money';

interface Effect {
  key: string;
  name: string;
  recorded: Money;
  adjustment: Money;
  recovery: number | null;
}

const percent = (tenths: number | null) => (tenths === null ? '' : `${(tenths / 10).toFixed(1)}%`);
/** Written down, written up, or neither. */
export const toneOf = ({ amount }: Money) => (amount < 0 ? 'text-rust' : amount > 0 ? 'good' : '');

/** What a settlement does to each person or task: recorded, written up or down, recovery. */
export function Effects({ of, label }: { of: Effect[]; label: string }) {
  return (
    <table className="ledger" aria-label={label}>
      <thead>
        <tr>
          <th scope="col" className="w-2/5 bg-transparent!" />
          <th scope="col" className="n bg-transparent!">
            Recorded
          </th>
          <th scope="col" className="n bg-transparent!">
            Up or down
          </th>
          <th scope="col" className="n bg-transparent!">
            Recovery
          </th>
        </tr>
      </thead>
      <tbody>
        {of.map((effect) => (
          <tr key={effect.key}>
            <td className="px-1.5!">{effect.name}</td>
            <td className="n px-1.5!">{formatMoney(effect.recorded)}</td>
            <td className={`n px-1.5! ${toneOf(effect.adjustment)}`}>{formatMoney(effect.adjustment)}</td>
            <td className="n px-1.5!">{percent(effect.recovery)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
