import * as asksRoutes from '@steady/contract/asks.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import { useData } from '../../app/api';
import { SelectField } from '../../ui/fields';
import { dayOf } from '../../ui/words';
import { PortalFrame } from '../portal';

const WORDS: Partial<Record<PortalAsk['stands'], string>> = { wanted: 'to sign', done: 'signed', refused: 'refused', 'not needed': 'not needed any more' };
const TONES: Partial<Record<PortalAsk['stands'], string>> = { wanted: 'soon', done: 'good', refused: 'late' };

/** What they were asked to sign, the latest first; narrowed to how it stands, and to one of those for whom they act. */
export const SignedPage = () => (
  <PortalFrame title="Signed" back={{ to: '/portal/documents', words: 'Back to your papers' }}>
    {() => <Signed />}
  </PortalFrame>
);

const movedAt = ({ doneAt, askedAt }: PortalAsk) => doneAt ?? askedAt;

function Signed() {
  const { data: asks } = useData(asksRoutes.inPortal, {});
  const [stands, setStands] = useState('');
  const [client, setClient] = useState('');
  if (!asks) return null;
  const all = asks.filter(({ kind }) => kind === 'signature').sort((a, b) => movedAt(b).localeCompare(movedAt(a)));
  const clients = [...new Set(all.map((one) => one.client))].sort((a, b) => a.localeCompare(b));
  const states = [...new Set(all.map((one) => one.stands))];
  const shown = all.filter((one) => (stands === '' || one.stands === stands) && (client === '' || one.client === client));
  return (
    <>
      <h1 className="mt-1 text-[22px]">{all.length === 0 ? 'You were asked to sign nothing yet' : 'What you sign'}</h1>
      {(states.length > 1 || clients.length > 1) && (
        <div className="mt-2 grid gap-x-4 sm:grid-cols-2">
          {states.length > 1 && (
            <SelectField label="Status" value={stands} onChange={({ target }) => setStands(target.value)}>
              <option value="">all</option>
              {states.map((one) => (
                <option key={one} value={one}>
                  {WORDS[one] ?? one}
                </option>
              ))}
            </SelectField>
          )}
          {clients.length > 1 && (
            <SelectField label="For" value={client} onChange={({ target }) => setClient(target.value)}>
              <option value="">all for whom you act</option>
              {clients.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </SelectField>
          )}
        </div>
      )}
      {shown.length === 0 && all.length > 0 && <p className="mt-3 text-table text-soft">Nothing of that kind.</p>}
      <ul className="mt-3 text-table">
        {shown.map((ask) => (
          <li key={ask.partyId} className="border-b border-rule">
            <Link to={`/portal/asks/${ask.id}`} className="flex min-h-11 flex-wrap items-center justify-between gap-x-4 py-1.5">
              <span>
                {ask.title}
                <span className="text-soft">, {ask.client}</span>
              </span>
              <span className={TONES[ask.stands] ?? 'text-soft'}>
                {WORDS[ask.stands] ?? ask.stands} {shortDate(dayOf(movedAt(ask)))}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
