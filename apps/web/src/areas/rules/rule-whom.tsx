import { rhythmInWords } from '@steady/core/calendar';
import { type FilingRule, RULE_RHYTHMS } from '@steady/core/obligations';
import { useSession } from '../../app/session';
import { SelectField, TextField, TickField } from '../../ui/fields';
import { ConditionEditor } from './condition-editor';
import type { KnownFact } from './known-facts';

const KIND_WORDS = { return: 'a return', payment: 'a payment', accounts: 'accounts', own: 'a date of our own' } as const;
const ANCHORS = {
  'vat group': 'the VAT group',
  'year-end': 'the year-end',
  'annual return date': 'the annual return date',
  'tax year': 'the tax year',
  calendar: 'the calendar',
} as const;

/** What a rule is called, with whom it is filed, and for which clients and periods. */
export function RuleWhom({ of, facts, onChange }: { of: FilingRule; facts: KnownFact[]; onChange(more: Partial<FilingRule>): void }) {
  const { firm } = useSession();
  return (
    <>
      <div className="grid grid-cols-2 gap-x-4">
        <TextField label="Name" value={of.name} autoFocus onChange={({ target }) => onChange({ name: target.value })} />
        <TextField label="Filed with" value={of.authority} onChange={({ target }) => onChange({ authority: target.value })} />
        <SelectField label="It is" value={of.kind} onChange={({ target }) => onChange({ kind: target.value as FilingRule['kind'] })}>
          {Object.entries(KIND_WORDS).map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </SelectField>
        <SelectField label="Weekends and holidays go by" value={of.country ?? ''} onChange={({ target }) => onChange({ country: target.value || null })}>
          <option value="">our own working days</option>
          <option value={firm.country}>those of the country ({firm.country}), a statutory date</option>
          {of.country !== null && of.country !== firm.country && <option value={of.country}>those of {of.country}, a statutory date</option>}
        </SelectField>
      </div>
      <fieldset className="mb-4">
        <legend className="mb-1 text-table font-semibold">It applies to clients where</legend>
        <ConditionEditor of={of.appliesTo} facts={facts} onChange={(appliesTo) => onChange({ appliesTo })} />
      </fieldset>
      <fieldset className="mb-3">
        <legend className="mb-0.5 text-table font-semibold">Periods</legend>
        <div className="flex flex-wrap gap-x-4">
          {RULE_RHYTHMS.map((rhythm) => (
            <TickField
              key={rhythm}
              label={rhythmInWords(rhythm)}
              checked={of.rhythms.includes(rhythm)}
              onChange={({ target }) => onChange({ rhythms: target.checked ? [...of.rhythms, rhythm] : of.rhythms.filter((one) => one !== rhythm) })}
            />
          ))}
        </div>
        <SelectField label="counted by" narrow value={of.anchor} onChange={({ target }) => onChange({ anchor: target.value as FilingRule['anchor'] })}>
          {Object.entries(ANCHORS).map(([anchor, words]) => (
            <option key={anchor} value={anchor}>
              {words}
            </option>
          ))}
        </SelectField>
      </fieldset>
    </>
  );
}
