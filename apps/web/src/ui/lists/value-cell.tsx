import { type Field, amountIn } from '@steady/core/lists';
import { formatHours, formatMoney } from '@steady/core/money';
import type { ListValue } from '@steady/contract/lists';
import { useSession } from '../../app/session';
import { monthDayInWords } from '@steady/core/words';
import { dayInWords } from '../words';

/** One value of a list, as its kind is read. */
export function ValueCell({ field, value }: { field: Field; value: ListValue }) {
  const session = useSession();
  if (value === null || value === '') return null;
  switch (field.kind) {
    case 'labels':
      return (
        <>
          {(value as string[]).map((label) => (
            <span key={label} className="mr-1 border border-rule bg-paper px-1 text-fine whitespace-nowrap">
              {label}
            </span>
          ))}
        </>
      );
    case 'money':
      return value === 0 ? null : <>{formatMoney(amountIn(field, value as number))}</>;
    case 'hours':
      return value === 0 ? null : <span className="whitespace-nowrap">{formatHours(value as number)}</span>;
    case 'number':
      return value === 0 ? null : <>{value}</>;
    case 'date':
      return <span className="whitespace-nowrap">{dayInWords(value as string, session.day)}</span>;
    case 'day of the year':
      return <span className="whitespace-nowrap">{monthDayInWords(value as string)}</span>;
    case 'yes or no':
      return <>{value ? 'yes' : 'no'}</>;
    case 'person':
      return <span className="whitespace-nowrap">{value as string}</span>;
    default:
      return <>{value as string}</>;
  }
}
