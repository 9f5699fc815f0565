import * as routes from '@steady/contract/own-details.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { DecideDetails, type ProposedView } from '@steady/contract/own-details';
import { send, useData } from '../../app/api';
import { LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

interface Props {
  id: string;
  onClose(): void;
}

/** What somebody of a client asks us to change, before and after: taken over by a press, or not, with why. */
export function DecideLeaf({ id, onClose }: Props) {
  const { data } = useData(routes.view, { id });
  return data ? <Decide key={data.id} of={data} onClose={onClose} /> : null;
}

function Decide({ of, onClose }: { of: ProposedView; onClose(): void }) {
  const notify = useNotify();
  const { id, version, by, client, clientId, about, note, changes } = of;
  const [left, setLeft] = useState<readonly string[]>([]);
  const keys = changes.map(({ key }) => key).filter((key) => !left.includes(key));
  const { form, onSubmit, busy, problem } = useLeafForm<DecideDetails>({
    input: DecideDetails,
    start: { version, keys: [], reason: '' },
    submit: async (values) => {
      await send(routes.decide, { id }, { ...values, keys });
      notify(keys.length === 0 ? `Nothing was taken over; ${by} is told.` : `Taken over; ${by} is told.`);
      onClose();
    },
  });
  const all = keys.length === changes.length;
  return (
    <Leaf
      open
      title={about === 'person' ? `Details of ${by}` : `Details of ${client}`}
      act={keys.length === 0 && changes.length > 0 ? 'Take over nothing' : changes.length === 0 ? 'Handled' : all ? 'Take it over' : 'Take over what is ticked'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <p className="mb-3 text-soft">
        {by} of{' '}
        <Link className="lnk" to={`/clients/${clientId}`}>
          {client}
        </Link>{' '}
        asks for this. Where an address for mail or an account changes, ring them on the number you have before you take it over.
      </p>
      {changes.length > 0 && (
        <table className="ledger mb-3" aria-label="What would change">
          <thead>
            <tr>
              <th scope="col">Take over</th>
              <th scope="col">Now</th>
              <th scope="col">As they say</th>
            </tr>
          </thead>
          <tbody>
            {changes.map(({ key, label, before, after }) => (
              <tr key={key}>
                <td>
                  <label className="flex items-baseline gap-1.5">
                    <input
                      type="checkbox"
                      checked={!left.includes(key)}
                      onChange={({ target }) => setLeft(target.checked ? left.filter((one) => one !== key) : [...left, key])}
                    />
                    {label}
                  </label>
                </td>
                <td className="wrap-anywhere text-soft">{before ?? 'nothing'}</td>
                <td className="wrap-anywhere">
                  <b className="font-semibold">{after ?? 'nothing any more'}</b>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {changes.length === 0 && <p className="mb-3">The record says the same already.</p>}
      {note && (
        <p className="mb-3 border-l-2 border-rule pl-3 whitespace-pre-line">
          <span className="block text-table text-soft">{by} writes</span>
          {note}
        </p>
      )}
      <LongTextField
        label={all ? `A word to ${by}` : 'Why the rest is not taken over'}
        hint={`It stands in the message to ${by}.`}
        {...form.register('reason')}
        error={form.formState.errors.reason?.message}
      />
    </Leaf>
  );
}
