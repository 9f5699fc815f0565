import * as effectsRoutes from '@steady/contract/effects.routes';
import * as rulesRoutes from '@steady/contract/rules.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { FilingRule } from '@steady/core/obligations';
import { counted } from '@steady/core/words';
import type { RuleView } from '@steady/contract/rules';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { Faults } from '../../ui/faults';
import { TickField } from '../../ui/fields';
import { useFaults } from '../../ui/form';
import { PageForm } from '../../ui/form-sheet';
import { Page } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { useUnsaved } from '../../ui/unsaved';
import { useForeseen } from '../almanac';
import { type KnownFact, useKnownFacts } from './known-facts';
import { RuleDates } from './rule-dates';
import { RuleMargin } from './rule-margin';
import { RuleWhom } from './rule-whom';
import { TryRuleLeaf } from './try-rule-leaf';

const NEW: FilingRule = {
  id: '',
  name: '',
  kind: 'own',
  authority: 'Our own date',
  country: null,
  appliesTo: { all: [] },
  rhythms: ['yearly'],
  anchor: 'year-end',
  versions: [{ effectiveFrom: '2020-01-01', steps: [{ do: 'add months', months: 3, keepMonthEnd: true }], source: 'The firm\u2019s own promise to clients' }],
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

function titleAndSum(rule: RuleView | undefined): { title: string; sum: string } {
  if (!rule) return { title: 'A filing rule of our own', sum: 'Written by the firm, for deadlines that no shipped rule knows.' };
  const lines = counted(rule.used, 'line');
  if (rule.version === null)
    return { title: `A copy of "${rule.name}"`, sum: `The shipped rule stays as it is and is kept up to date; the copy is yours. It is on ${lines}.` };
  return { title: rule.name, sum: `Our own rule, on ${lines}.${rule.copiedFrom ? ` A copy of ${rule.copiedFrom}.` : ''}` };
}

/** What a rule of the firm's own, a copy of a shipped one or a new one begins with. */
function begun(rule: RuleView | undefined): FilingRule {
  if (!rule) return NEW;
  return { ...rule.definition, name: rule.version === null ? `${rule.name}, ours` : rule.name };
}

function RuleForm({ rule, facts }: { rule?: RuleView; facts: KnownFact[] }) {
  const session = useSession();
  const navigate = useNavigate();
  const notify = useNotify();
  const own = rule?.version != null;
  const used = rule?.used ?? 0;
  const copiesUsed = !own && used > 0;
  const [start] = useState(() => begun(rule));
  const [definition, setDefinition] = useState(start);
  const [inPlace, setInPlace] = useState(copiesUsed);
  const [at, setAt] = useState(definition.versions.length - 1);
  const [trying, setTrying] = useState(false);
  const foreseen = useForeseen(effectsRoutes.rule, { id: rule?.id ?? '' }, `the rule "${definition.name}" changed`);
  const { faults, busy, attempt } = useFaults();
  const unsaved = useUnsaved(busy, definition !== start);
  const set = (more: Partial<FilingRule>) => setDefinition({ ...definition, ...more });
  const { id: _id, ...withoutId } = definition;
  const keep = async () => {
    if (own) await send(rulesRoutes.change, { id: rule.id }, { definition: withoutId, version: rule.version! });
    else await send(rulesRoutes.add, {}, { definition: withoutId, ...(rule ? { copiedFrom: rule.id, inPlace } : {}) });
    unsaved.settle();
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
      {...titleAndSum(rule)}
      margin={<RuleMargin rule={rule} of={definition} version={definition.versions[at] ?? definition.versions.at(-1)!} onTry={() => setTrying(true)} />}
    >
      <PageForm unsaved={unsaved} className="sheet mt-2 px-5 py-4" onSubmit={() => void save()}>
        <Faults of={faults} />
        <RuleWhom of={definition} facts={facts} onChange={set} />
        <RuleDates versions={definition.versions} at={at} facts={facts} onChange={(versions) => set({ versions })} onTurn={setAt} />
        {copiesUsed && (
          <TickField
            label={`The copy takes the place of the shipped rule on all ${counted(used, 'line')}`}
            checked={inPlace}
            onChange={({ target }) => setInPlace(target.checked)}
          />
        )}
        <footer className="mt-4 flex items-center gap-3 border-t border-rule pt-3">
          <WhoMay right="change services" act="Filing rules are changed" />
          {session.may('change services') && (
            <button type="submit" className="act" disabled={busy}>
              {bears ? foreseen.act('Save the rule', { definition: withoutId }) : 'Save the rule'}
            </button>
          )}
          <Link to="/firm/rules" className="act-quiet">
            Cancel
          </Link>
        </footer>
      </PageForm>
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
