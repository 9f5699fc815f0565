import type { RequestPlan } from '@steady/core/procedures';
import { LongTextField, TextField } from '../../ui/fields';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import type { KnownFact } from '../rules';
import { ConditionLine } from './condition-line';
import { freshKey } from './pieces';

const itemsOf = (text: string) =>
  text.split('\n').map((line) => {
    const [name = '', ...rest] = line.split(': ');
    return { name, description: rest.join(': ') };
  });

/** The requests that a phase plans to send to the client, in order. */
export function RequestPlans({ of, facts, onChange }: { of: readonly RequestPlan[]; facts: KnownFact[]; onChange(next: RequestPlan[]): void }) {
  const put = (index: number, more: Partial<RequestPlan>) => onChange(of.map((one, at) => (at === index ? { ...one, ...more } : one)));
  const add = () => {
    const key = freshKey(
      'papers',
      of.map((one) => one.key),
    );
    onChange([...of, { key, title: '', items: [{ name: '', description: '' }] }]);
  };
  return (
    <fieldset className="mt-3 mb-2">
      <legend className="text-table font-semibold">Asked of the client</legend>
      <Ordered ids={of.map((one) => one.key)} onMove={(from, to) => onChange(moved(of, from, to))}>
        <ol aria-label="Requests to the client">
          {of.map((request, index) => (
            <OrderedRow key={request.key} id={request.key} className="flex items-start gap-2 border-t border-rule-soft py-1.5">
              <Grip name={request.title || 'the new request'} />
              <div className="min-w-0 flex-1">
                <TextField label="Title of the request" value={request.title} onChange={({ target }) => put(index, { title: target.value })} />
                <LongTextField
                  label="Items, one on a line"
                  hint="Add a remark after a colon: Bank statement: all pages"
                  value={request.items.map((item) => (item.description ? `${item.name}: ${item.description}` : item.name)).join('\n')}
                  onChange={({ target }) => put(index, { items: itemsOf(target.value) })}
                />
                <ConditionLine of={request.onlyIf} facts={facts} what="this request" onChange={(onlyIf) => put(index, { onlyIf })} />
                <p>
                  <button type="button" className="lnk text-table" onClick={() => onChange(of.filter((_, at) => at !== index))}>
                    Ask nothing of it
                  </button>
                </p>
              </div>
            </OrderedRow>
          ))}
        </ol>
      </Ordered>
      <button type="button" className="lnk text-table" onClick={add}>
        {of.length === 0 ? 'Add a request' : 'Add another request'}
      </button>
    </fieldset>
  );
}
