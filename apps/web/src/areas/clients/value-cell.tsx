import { formatMoney } from '@steady/core/money';
import type { Field } from '@steady/core/lists';
import type { ClientRow, ListValue } from '@steady/contract/client-lists';
import type { LegalForm } from '@steady/contract/clients';
import { useSession } from '../../app/session';
import { Day, DueWords } from '../../ui/due';
import { dayInWords, monthDayInWords } from '../../ui/words';
import { FORM_WORDS } from './words';

/** One value of the list of clients, as its field wants to be read. */
export function ValueCell({ field, row }: { field: Field; row: ClientRow }) {
  const session = useSession();
  const value: ListValue = row.values[field.key] ?? null;
  if (value === null || value === '') return null;
  if (field.key === 'kind') return <span className="text-soft">{FORM_WORDS[value as LegalForm]}</span>;
  if (field.key === 'way') return value === 'paper' ? <span className="soon whitespace-nowrap">on paper</span> : <span className="text-soft">online</span>;
  if (field.key === 'due')
    return (
      <span className="whitespace-nowrap">
        <Day of={value as string} /> <DueWords due={value as string} />
      </span>
    );
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
      return value === 0 ? null : <>{formatMoney(value as number)}</>;
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
