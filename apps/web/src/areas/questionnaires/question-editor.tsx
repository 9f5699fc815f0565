import { enteredFacts } from '@steady/core/clients';
import { conditionInWords } from '@steady/core/conditions';
import { type Question, type QuestionKind, QUESTION_KINDS, type Target, hasPlaceInRecord } from '@steady/core/questionnaires';
import * as clientsRoutes from '@steady/contract/clients.routes';
import { useData } from '../../app/api';
import { LongTextField, SelectField, TextField, TickField } from '../../ui/fields';
import { ConditionEditor, type KnownFact } from '../rules';
import { KIND_WORDS } from './pieces';

interface Props {
  of: Question;
  /** What its condition can look at. */
  facts: KnownFact[];
  onChange(next: Question): void;
}

const lines = (text: string): string[] =>
  text
    .split('\n')
    .map((one) => one.trim())
    .filter((one, at, all) => one !== '' || at === all.length - 1);

/** All that is said of one question. */
export function QuestionEditor({ of, facts, onChange }: Props) {
  const { kind, words, help, required, choices, columns } = of;
  const set = (more: Partial<Question>) => onChange({ ...of, ...more });
  const setKind = (next: QuestionKind) => {
    const { choices: _choices, columns: _columns, into, ...rest } = of;
    onChange({
      ...rest,
      kind: next,
      ...(next === 'one of' || next === 'many of' ? { choices: choices ?? [] } : {}),
      ...(next === 'table' ? { columns: columns ?? [] } : {}),
      ...(into && hasPlaceInRecord({ kind: next, into }) ? { into } : {}),
    });
  };
  return (
    <div className="mt-2 mb-1 border-l-2 border-rule pl-3">
      <LongTextField
        label={kind === 'statement' ? 'What is confirmed' : 'What is asked'}
        rows={2}
        value={words}
        onChange={({ target }) => set({ words: target.value })}
      />
      <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
        <SelectField label="Answered by" value={kind} onChange={({ target }) => setKind(target.value as QuestionKind)}>
          {QUESTION_KINDS.map((one) => (
            <option key={one} value={one}>
              {KIND_WORDS[one]}
            </option>
          ))}
        </SelectField>
        <TextField
          label="Help"
          hint="May stay empty"
          value={help ?? ''}
          onChange={({ target }) => set({ help: target.value === '' ? undefined : target.value })}
        />
      </div>
      {choices && (
        <LongTextField
          label="Choices"
          hint="One in each line"
          rows={4}
          value={choices.join('\n')}
          onChange={({ target }) => set({ choices: lines(target.value) })}
        />
      )}
      {columns && (
        <LongTextField
          label="Columns"
          hint="One in each line, eight at most"
          rows={3}
          value={columns.join('\n')}
          onChange={({ target }) => set({ columns: lines(target.value) })}
        />
      )}
      <Place of={of} onChange={(into) => set({ into })} />
      <TickField label="It has to be answered" checked={required ?? false} onChange={({ target }) => set({ required: target.checked || undefined })} />
      <OnlyIf of={of} facts={facts} onChange={(onlyIf) => set({ onlyIf })} />
    </div>
  );
}

const asText = (into: Target | undefined): string =>
  !into ? '' : 'fact' in into ? `fact ${into.fact}` : 'detail' in into ? `detail ${into.detail}` : 'contact';

/** Where an answer goes in the record. */
function Place({ of: { kind, into }, onChange }: { of: Question; onChange(into: Target | undefined): void }) {
  const { data: details = [] } = useData(clientsRoutes.details);
  if (!hasPlaceInRecord({ kind, into: { fact: 'name' } })) return null;
  const places =
    kind === 'person'
      ? [{ value: 'contact', words: 'a contact of the client' }]
      : [
          ...enteredFacts.filter(({ kind: of }) => !['person', 'labels'].includes(of)).map(({ key, label }) => ({ value: `fact ${key}`, words: label })),
          ...details.map(({ id, name }) => ({ value: `detail ${id}`, words: name })),
        ];
  const read = (text: string): Target | undefined => {
    const [what, id = ''] = text.split(' ');
    if (what === 'fact') return { fact: id };
    if (what === 'detail') return { detail: id };
    return what === 'contact' ? { contact: true } : undefined;
  };
  return (
    <SelectField
      label="Goes into the record as"
      hint="Shown to us before it is taken over"
      value={asText(into)}
      onChange={({ target }) => onChange(read(target.value))}
    >
      <option value="">nothing: it is only read</option>
      {places.map(({ value, words }) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </SelectField>
  );
}

/** Where it is asked only of some: the sentence, and its parts to choose. */
function OnlyIf({ of: { onlyIf }, facts, onChange }: { of: Question; facts: KnownFact[]; onChange(next: Question['onlyIf']): void }) {
  if (!onlyIf)
    return (
      <button
        type="button"
        className="lnk text-table"
        disabled={facts.length === 0}
        onClick={() => onChange({ all: [facts[0]!.kind === 'yes or no' ? { fact: facts[0]!.fact, is: true } : { not: { fact: facts[0]!.fact, is: null } }] })}
      >
        Ask it only where something else is so
      </button>
    );
  return (
    <fieldset className="my-1 border-l-2 border-rule pl-3">
      <legend className="sr-only">Where it is asked</legend>
      <p className="text-table">
        Only if {conditionInWords(onlyIf, Object.fromEntries(facts.map(({ fact, words }) => [fact, words])))}.{' '}
        <button type="button" className="lnk" onClick={() => onChange(undefined)}>
          Ask it always
        </button>
      </p>
      <ConditionEditor of={onlyIf} facts={facts} onChange={onChange} />
    </fieldset>
  );
}
