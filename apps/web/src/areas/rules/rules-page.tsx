import * as rulesRoutes from '@steady/contract/rules.routes';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { RuleView } from '@steady/contract/rules';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { NameFilter, Page } from '../../ui/page';
import { FirmViews } from '../team';
import { TryRuleLeaf } from './try-rule-leaf';

const COUNTRIES: Record<string, string> = {
  firm: 'Our own rules',
  IE: 'Ireland',
  GB: 'United Kingdom',
  US: 'United States, federal',
  CA: 'Canada, federal',
  AU: 'Australia',
  NZ: 'New Zealand',
  own: 'Dates of any firm',
};
const countryOf = (rule: RuleView) => (rule.version === null ? (rule.country ?? 'own') : 'firm');

/** Every filing rule: to whom, for whom, by when; each can be tried on facts and a period. */
export function RulesPage() {
  const [search, setSearch] = useSearchParams();
  const mayChange = useSession().may('change services');
  const navigate = useNavigate();
  const [find, setFind] = useState('');
  const [trying, setTrying] = useState<RuleView | null>(null);
  const { data: rules = [] } = useData(rulesRoutes.list);
  const country = search.get('country');
  const wanted = find.trim().toLowerCase();
  const shown = rules.filter(
    (rule) => (country === null || countryOf(rule) === country) && (wanted === '' || `${rule.name} ${rule.authority}`.toLowerCase().includes(wanted)),
  );
  const used = rules.filter((rule) => rule.used > 0).length;
  const columns: Column<RuleView>[] = [
    {
      key: 'name',
      head: 'Rule',
      cell: (row) => (
        <>
          <span className="font-semibold">{row.name}</span>
          <span className="block text-fine text-soft">
            {row.authority}
            {row.copiedFrom && `, a copy of ${row.copiedFrom}`}
            {row.shippedChanged && <span className="soon">, which has changed since</span>}
          </span>
        </>
      ),
      sort: (row) => row.name,
    },
    { key: 'for', head: 'Applies to', cell: (row) => row.appliesTo, wide: true, className: 'max-w-52' },
    {
      key: 'when',
      head: 'Due, from the end of the period',
      cell: (row) => (
        <>
          {row.lines.map((line) => (
            <span key={line} className="block">
              {line}
            </span>
          ))}
        </>
      ),
      className: 'max-w-96',
    },
    { key: 'rhythm', head: 'Rhythm', cell: (row) => row.rhythms.join(', '), wide: true, className: 'max-w-36' },
    { key: 'used', head: 'Lines', figure: true, cell: (row) => row.used || '', sort: (row) => row.used, wide: true },
    {
      key: 'try',
      head: '',
      cell: (row) => (
        <span className="flex justify-end gap-3 whitespace-nowrap">
          <button className="lnk" onClick={() => setTrying(row)} aria-label={`Try ${row.name}`}>
            Try it
          </button>
          {mayChange && (
            <Link to={`/firm/rules/${row.id}`} className="lnk max-md:hidden" aria-label={`${row.version === null ? 'Copy' : 'Change'} ${row.name}`}>
              {row.version === null ? 'Copy' : 'Change'}
            </Link>
          )}
        </span>
      ),
    },
  ];
  return (
    <Page
      title="Filing rules"
      sum={
        <>
          {rules.length} rules of {Object.keys(COUNTRIES).length - 2} countries and our own, {used} of them in use. They follow public law as it was written
          down; check each before relying on it.
        </>
      }
      tools={
        <>
          <FirmViews />
          <WhoMay right="change services" act="Filing rules are changed" />
          {mayChange && (
            <button className="act-quiet ml-auto" onClick={() => void navigate('/firm/rules/new')}>
              Write a rule
            </button>
          )}
          <span className="flex w-full flex-wrap items-baseline gap-x-[22px] gap-y-2">
            <NameFilter find={find} onFind={setFind} />
            <label className="flex items-baseline gap-2">
              Country
              <select
                className="border-b border-soft bg-transparent text-ink"
                value={country ?? ''}
                onChange={(event) => setSearch(event.target.value ? { country: event.target.value } : {}, { replace: true })}
              >
                <option value="">all</option>
                {Object.entries(COUNTRIES).map(([code, words]) => (
                  <option key={code} value={code}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
          </span>
        </>
      }
    >
      <LedgerTable
        label="Filing rules"
        columns={columns}
        rows={shown}
        keyOf={(row) => row.id}
        group={(row) => COUNTRIES[countryOf(row)] ?? countryOf(row)}
        empty="No rule is called that. Look for a part of its name, or in another country."
      />
      {trying && <TryRuleLeaf rule={trying} onClose={() => setTrying(null)} />}
    </Page>
  );
}
