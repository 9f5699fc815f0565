import * as effectsRoutes from '@steady/contract/effects.routes';
import * as rulesRoutes from '@steady/contract/rules.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { civil, rhythmInWords, isDay } from '@steady/core/calendar';
import { conditionInWords } from '@steady/core/conditions';
import { type FilingRule, RULE_RHYTHMS, type RuleVersion, versionInWords } from '@steady/core/obligations';
import { counted, plainDate } from '@steady/core/words';
import type { RuleView } from '@steady/contract/rules';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Faults } from '../../ui/faults';
import { SelectField, TextField, TickField, DayField } from '../../ui/fields';
import { useFaults } from '../../ui/form';
import { Note, Page } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { useForeseen } from '../almanac/effect';
import { ConditionEditor, type KnownFact, useKnownFacts } from './condition-editor';
import { StepsEditor } from './steps-editor';
import { TryRuleLeaf } from './try-rule-leaf';

const dayBefore = (day: string) => civil(day).subtract({ days: 1 }).toString();

/** A day in words; what is half typed stays as it is. */
const dayOf = (day: string) => (isDay(day) ? plainDate(civil(day)) : day);

const KIND_WORDS = { return: 'a return', payment: 'a payment', accounts: 'accounts', own: 'a date of our own' } as const;
const ANCHORS = {
  'vat group': 'the VAT group',
  'year-end': 'the year-end',
  'annual return date': 'the annual return date',
  'tax year': 'the tax year',
  calendar: 'the calendar',
} as const;

const NEW: FilingRule = {
  id: '',
  name: '',
  kind: 'own',
  authority: 'Our own date',
  country: null,
  appliesTo: { all: [] },
  rhythms: ['yearly'],
  anchor: 'year-end',
  versions: [{ effectiveFrom: '2020-01-01', steps: [{ do: 'add months', months: 3, keepMonthEnd: true }], source: 'The firm’s own promise to clients' }],
};

/** A filing rule: one of the firm's own to change, or a copy of a shipped one, beside its effect on all clients. */
export function RulePage() {
  const { id } = useParams();
  const { data: rules } = useData(rulesRoutes.list);
  const facts = useKnownFacts();
  if (!rules) return null;
  const rule = rules.find((one) => one.id === id);
  if (id !== 'new' && !rule) return <Page title="Not found" sum="There is no such filing rule." children={<span />} />;
  return <RuleForm key={id} rule={rule} facts={facts} />;
}

function RuleForm({ rule, facts }: { rule?: RuleView; facts: KnownFact[] }) {
  const session = useSession();
  const navigate = useNavigate();
  const notify = useNotify();
  const own = rule?.version != null;
  const used = rule?.used ?? 0;
  const [definition, setDefinition] = useState<FilingRule>(() => (rule ? { ...rule.definition, name: own ? rule.name : `${rule.name}, ours` } : NEW));
  const [inPlace, setInPlace] = useState(rule !== undefined && !own && rule.used > 0);
  const foreseen = useForeseen(effectsRoutes.rule, { id: rule?.id ?? '' }, `the rule "${definition.name}" changed`);
  const [trying, setTrying] = useState(false);
  const [at, setAt] = useState(definition.versions.length - 1);
  const version = definition.versions[at] ?? definition.versions.at(-1)!;
  const set = (more: Partial<FilingRule>) => setDefinition({ ...definition, ...more });
  const setVersion = (more: Partial<RuleVersion>) => set({ versions: definition.versions.map((one, n) => (n === at ? { ...version, ...more } : one)) });
  // A version lasts until the day before the next one begins.
  const begins = (effectiveFrom: string) =>
    set({
      versions: definition.versions.map((one, n) =>
        n === at ? { ...one, effectiveFrom } : n === at - 1 && isDay(effectiveFrom) ? { ...one, effectiveUntil: dayBefore(effectiveFrom) } : one,
      ),
    });
  const addVersion = () => {
    const last = definition.versions.at(-1)!;
    const from = session.today > last.effectiveFrom || !isDay(last.effectiveFrom) ? session.today : civil(last.effectiveFrom).add({ years: 1 }).toString();
    const { effectiveUntil: _, ...open } = last;
    set({ versions: [...definition.versions.slice(0, -1), { ...last, effectiveUntil: dayBefore(from) }, { ...open, effectiveFrom: from }] });
    setAt(definition.versions.length);
  };
  const dropVersion = () => {
    const left = definition.versions.filter((_, n) => n !== at);
    const { effectiveUntil: _, ...open } = left.at(-1)!;
    set({ versions: at === left.length ? [...left.slice(0, -1), open] : left });
    setAt(left.length - 1);
  };
  const seen = () => act(() => send(rulesRoutes.seen, { id: rule!.id }), 'Noted. Your copy stays as it is.');
  const { id: _id, ...withoutId } = definition;
  const { faults, busy, attempt } = useFaults();
  const { act } = useAct();
  const keep = async () => {
    if (own) await send(rulesRoutes.change, { id: rule.id }, { definition: withoutId, version: rule.version! });
    else await send(rulesRoutes.add, {}, { definition: withoutId, ...(rule ? { copiedFrom: rule.id, inPlace } : {}) });
    notify(`Saved "${definition.name}".`);
    await navigate('/firm/rules');
  };
  // Only a rule that lines go by, or a copy that takes its place, changes any date.
  const bears = used > 0 && (own || inPlace);
  const save = () => attempt(() => (bears ? foreseen.before({ definition: withoutId }, keep) : keep()));
  return (
    <Page
      above={
        <Link to="/firm/rules" className="lnk">
          Filing rules
        </Link>
      }
      title={own ? rule.name : rule ? `A copy of "${rule.name}"` : 'A filing rule of our own'}
      sum={
        rule
          ? own
            ? `Our own rule, on ${counted(used, 'line')}.${rule.copiedFrom ? ` A copy of ${rule.copiedFrom}.` : ''}`
            : `The shipped rule stays as it is and is kept up to date; the copy is yours. It is on ${counted(used, 'line')}.`
          : 'Written by the firm, for deadlines that no shipped rule knows.'
      }
      margin={
        <>
          <Note title="In words">
            <p className="mb-1">Clients: {conditionInWords(definition.appliesTo)}.</p>
            {versionInWords(version).map((line) => (
              <p key={line}>{line}</p>
            ))}
            {rule && (
              <button className="lnk mt-2" onClick={() => setTrying(true)}>
                Try the {own ? 'rule as it was saved' : 'shipped rule'}
              </button>
            )}
          </Note>
          {rule?.shippedChanged && (
            <Note title="The shipped rule changed">
              <p className="mb-1 text-soft">Since this copy was taken from {rule.copiedFrom}. The copy is as you left it.</p>
              {rule.shippedChanged.gone.map((line) => (
                <p key={line} className="mb-1">
                  <b>No longer:</b> {line}
                </p>
              ))}
              {rule.shippedChanged.added.map((line) => (
                <p key={line} className="mb-1">
                  <b>Now:</b> {line}
                </p>
              ))}
              {session.may('change services') && (
                <button className="lnk mt-1" onClick={() => void seen()}>
                  Mark as seen
                </button>
              )}
            </Note>
          )}
        </>
      }
    >
      <form
        noValidate
        className="sheet mt-2 px-5 py-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <Faults of={faults} />
        <div className="grid grid-cols-2 gap-x-4">
          <TextField label="Name" value={definition.name} autoFocus onChange={({ target }) => set({ name: target.value })} />
          <TextField label="Filed with" value={definition.authority} onChange={({ target }) => set({ authority: target.value })} />
          <SelectField label="It is" value={definition.kind} onChange={({ target }) => set({ kind: target.value as FilingRule['kind'] })}>
            {Object.entries(KIND_WORDS).map(([kind, words]) => (
              <option key={kind} value={kind}>
                {words}
              </option>
            ))}
          </SelectField>
          <SelectField label="Weekends and holidays go by" value={definition.country ?? ''} onChange={({ target }) => set({ country: target.value || null })}>
            <option value="">our own working days</option>
            <option value={session.firm.country}>those of the country ({session.firm.country}), a statutory date</option>
            {definition.country !== null && definition.country !== session.firm.country && (
              <option value={definition.country}>those of {definition.country}, a statutory date</option>
            )}
          </SelectField>
        </div>
        <fieldset className="mb-4">
          <legend className="mb-1 text-table font-semibold">It applies to clients where</legend>
          <ConditionEditor of={definition.appliesTo} facts={facts} onChange={(appliesTo) => set({ appliesTo })} />
        </fieldset>
        <fieldset className="mb-3">
          <legend className="mb-0.5 text-table font-semibold">Periods</legend>
          <div className="flex flex-wrap gap-x-4">
            {RULE_RHYTHMS.map((rhythm) => (
              <TickField
                key={rhythm}
                label={rhythmInWords(rhythm)}
                checked={definition.rhythms.includes(rhythm)}
                onChange={({ target }) =>
                  set({ rhythms: target.checked ? [...definition.rhythms, rhythm] : definition.rhythms.filter((one) => one !== rhythm) })
                }
              />
            ))}
          </div>
          <SelectField label="counted by" narrow value={definition.anchor} onChange={({ target }) => set({ anchor: target.value as FilingRule['anchor'] })}>
            {Object.entries(ANCHORS).map(([anchor, words]) => (
              <option key={anchor} value={anchor}>
                {words}
              </option>
            ))}
          </SelectField>
        </fieldset>
        <fieldset className="mb-3">
          <legend className="mb-1 text-table font-semibold">The date, from the end of the period</legend>
          <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-table">
            {definition.versions.length > 1 &&
              definition.versions.map((one, n) => (
                <button
                  key={`${one.effectiveFrom} ${n}`}
                  type="button"
                  aria-current={n === at || undefined}
                  className={n === at ? 'border-b-2 border-kelp font-semibold' : 'border-b-2 border-transparent text-soft hover:text-ink'}
                  onClick={() => setAt(n)}
                >
                  from {dayOf(one.effectiveFrom)}
                  {one.effectiveUntil && ` until ${dayOf(one.effectiveUntil)}`}
                </button>
              ))}
            <button type="button" className="lnk" onClick={addVersion}>
              From a later day it is otherwise
            </button>
            {definition.versions.length > 1 && (
              <button type="button" className="lnk" onClick={dropVersion}>
                Remove this version
              </button>
            )}
          </div>
          <StepsEditor key={at} of={version.steps} facts={facts} onChange={(steps) => setVersion({ steps })} />
          <div className="mt-2">
            <TickField
              label="Clients who file on paper have another date"
              checked={version.paperSteps !== undefined}
              onChange={({ target }) => setVersion({ paperSteps: target.checked ? version.steps : undefined })}
            />
            {version.paperSteps && <StepsEditor of={version.paperSteps} facts={facts} onChange={(paperSteps) => setVersion({ paperSteps })} />}
          </div>
        </fieldset>
        <div className="grid grid-cols-2 gap-x-4">
          <SelectField
            label="A weekend or holiday"
            value={version.whenClosed ?? ''}
            onChange={({ target }) => setVersion({ whenClosed: (target.value || undefined) as RuleVersion['whenClosed'] })}
          >
            <option value="">does not move it</option>
            <option value="next working day">moves it to the next working day</option>
            <option value="working day before">moves it to the working day before</option>
          </SelectField>
          <DayField label="Valid for periods ending from" value={version.effectiveFrom} onChange={begins} />
        </div>
        <TextField label="Law or notice relied on" value={version.source} onChange={({ target }) => setVersion({ source: target.value })} />
        {rule && !own && used > 0 && (
          <TickField
            label={`The copy takes the place of the shipped rule on all ${counted(used, 'line')}`}
            checked={inPlace}
            onChange={({ target }) => setInPlace(target.checked)}
          />
        )}
        <footer className="mt-4 flex items-center gap-3 border-t border-rule pt-3">
          {session.may('change services') && (
            <button type="submit" className="act" disabled={busy}>
              {bears ? foreseen.act('Save the rule', { definition: withoutId }) : 'Save the rule'}
            </button>
          )}
          <Link to="/firm/rules" className="act-quiet">
            Cancel
          </Link>
        </footer>
      </form>
      <section className="mt-5" aria-label="Effect on clients">
        <h2 className="mb-1 text-ink">Effect on clients</h2>
        {foreseen.view ? (
          <div className="sheet px-4 py-3">{foreseen.view}</div>
        ) : (
          <p className="text-table text-soft">
            {used > 0 ? 'Looked at before it is saved: dates that change, clients newly in or out.' : 'No line uses it yet.'}
          </p>
        )}
      </section>
      {trying && rule && <TryRuleLeaf rule={rule} onClose={() => setTrying(false)} />}
    </Page>
  );
}
