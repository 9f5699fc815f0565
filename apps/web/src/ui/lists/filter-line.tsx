import * as clientsRoutes from '@steady/contract/clients.routes';
import { type ReactNode, useState } from 'react';
import { type Field, type Filter, type Test, filterInWords, testsOf, wantsValue, whyNotFilter } from '@steady/core/lists';
import { formatMoney, noMoney, parseHours, parseMoney } from '@steady/core/money';
import { ChoiceInput } from '../choice-input';
import { DayInput } from '../day-input';
import { useData } from '../../app/api';
import { useTeam } from '../../app/session';
import { FilterMenu, type FilterSet } from '../filter-menu';

const TEST_WORDS: Record<Test, string> = {
  is: 'is',
  'is not': 'is not',
  holds: 'contains',
  has: 'has',
  lacks: 'does not have',
  before: 'is before',
  after: 'is after',
  in: 'is in the month',
  below: 'is below',
  above: 'is above',
  empty: 'is not known',
  'not empty': 'is known',
};

/** What a page can be filtered by beside the fields of its list: what is set, and the choices. */
export interface PageFilters {
  set: readonly FilterSet[];
  fields: ReactNode;
  clear(): void;
}

/** The filters of a list in words, each of which can be removed, and one more to add; with those of the page, where it has some. */
export function FilterLine({ fields, filters, page, onChange }: { fields: Field[]; filters: Filter[]; page?: PageFilters; onChange(filters: Filter[]): void }) {
  const { nameOf } = useTeam();
  const own = filters.map((filter, index): FilterSet => {
    const field = fields.find((one) => one.key === filter.field);
    return {
      key: `${filter.field} ${index}`,
      words: field ? filterInWords(field, filter, nameOf) : 'a field that is gone',
      remove: () => onChange(filters.filter((_, at) => at !== index)),
    };
  });
  const all = [...(page?.set ?? []), ...own];
  return (
    <FilterMenu set={all} wide={page !== undefined}>
      {(close) => (
        <>
          {page && (
            <>
              {page.fields}
              <h3 className="mt-3 mb-2 border-t border-rule pt-3">By any column</h3>
            </>
          )}
          {fields.length > 0 && (
            <NewFilter
              fields={fields}
              onAdd={(filter) => {
                onChange([...filters, filter]);
                close();
              }}
            />
          )}
          {all.length > 0 && (
            <button
              type="button"
              className="lnk mt-3 text-table"
              onClick={() => {
                page?.clear();
                onChange([]);
                close();
              }}
            >
              Remove all filters
            </button>
          )}
        </>
      )}
    </FilterMenu>
  );
}

function NewFilter({ fields, onAdd }: { fields: Field[]; onAdd(filter: Filter): void }) {
  const { team } = useTeam();
  const { data: labels = [] } = useData(clientsRoutes.labels);
  const [key, setKey] = useState(fields[0]?.key ?? '');
  const field = fields.find((one) => one.key === key) ?? fields[0]!;
  const [test, setTest] = useState<Test>(testsOf(field.kind)[0]!);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const choices =
    field.kind === 'person'
      ? team.map((member) => ({ value: member.id, words: member.name }))
      : field.kind === 'labels'
        ? labels.map((label) => ({ value: label, words: label }))
        : field.kind === 'yes or no'
          ? [
              { value: 'yes', words: 'yes' },
              { value: 'no', words: 'no' },
            ]
          : field.choices?.map((choice) => ({ value: choice, words: choice }));
  const add = () => {
    const value =
      field.kind === 'number'
        ? text.trim() === ''
          ? Number.NaN
          : Number(text)
        : field.kind === 'money'
          ? (parseMoney(text, field.currency!)?.amount ?? Number.NaN)
          : field.kind === 'hours'
            ? (parseHours(text) ?? Number.NaN)
            : field.kind === 'yes or no'
              ? text === ''
                ? undefined
                : text === 'yes'
              : text;
    const filter: Filter = { field: field.key, test, ...(wantsValue(test) && value !== undefined ? { value } : {}) };
    const why = whyNotFilter(field, filter);
    setProblem(why);
    if (!why) onAdd(filter);
  };
  return (
    <form
      noValidate
      className="flex flex-col gap-2 text-table"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <ChoiceInput
        aria-label="Field"
        className="field"
        value={field.key}
        onChange={(event) => {
          const next = fields.find((one) => one.key === event.target.value)!;
          setKey(next.key);
          setTest(testsOf(next.kind)[0]!);
          setText('');
          setProblem(null);
        }}
      >
        {fields.map((one) => (
          <option key={one.key} value={one.key}>
            {one.name}
          </option>
        ))}
      </ChoiceInput>
      <ChoiceInput aria-label="Test" className="field" value={test} onChange={(event) => setTest(event.target.value as Test)}>
        {testsOf(field.kind).map((one) => (
          <option key={one} value={one}>
            {TEST_WORDS[one]}
          </option>
        ))}
      </ChoiceInput>
      {wantsValue(test) &&
        (choices ? (
          <ChoiceInput aria-label="Value" className="field" value={text} onChange={(event) => setText(event.target.value)}>
            <option value="">Choose</option>
            {choices.map((choice) => (
              <option key={choice.value} value={choice.value}>
                {choice.words}
              </option>
            ))}
          </ChoiceInput>
        ) : field.kind === 'date' && test !== 'in' ? (
          <DayInput aria-label="Value" value={text} onChange={setText} />
        ) : (
          <input
            aria-label="Value"
            className="field"
            type="text"
            placeholder={
              test === 'in'
                ? '2026-03'
                : field.kind === 'day of the year'
                  ? '12-31'
                  : field.currency
                    ? formatMoney(noMoney(field.currency))
                    : field.kind === 'hours'
                      ? '1:30'
                      : ''
            }
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        ))}
      {problem && (
        <p role="alert" className="text-fine text-rust">
          {problem}
        </p>
      )}
      <button className="act self-start">Add the filter</button>
    </form>
  );
}
