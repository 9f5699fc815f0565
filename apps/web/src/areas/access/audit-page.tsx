import { ChoiceInput } from '../../ui/choice-input';
import { ShowMore } from '../../ui/show-more';
import { usePages } from '../../app/pages';
import { keepFile } from '../../app/api';
import { useAct } from '../../app/use-act';
import * as accessRoutes from '@steady/contract/access.routes';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { AuditRow } from '@steady/contract/team';
import { isMoney, moneyInWords } from '@steady/core/money';
import { counted } from '@steady/core/words';
import { useData } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { Leaf } from '../../ui/leaf';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { SpanDay } from '../../ui/span';
import { momentInWords } from '../../ui/words';
import { FirmViews } from '../team';

/** What a side of a change holds, as lines of name and value. */
function Side({ title, value }: { title: string; value: unknown }) {
  if (value === null || value === undefined) return null;
  const lines = typeof value === 'object' && !Array.isArray(value) ? Object.entries(value) : [['', value] as const];
  const inWords = (part: unknown) =>
    part === null || part === '' ? 'nothing' : isMoney(part) ? moneyInWords(part) : typeof part === 'string' ? part : JSON.stringify(part);
  return (
    <section className="mb-4">
      <h3 className="mb-1">{title}</h3>
      <dl className="facts text-table">
        {lines.map(([name, part]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd className="wrap-anywhere">{inWords(part)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** Who did what, when, with before and after. */
export function AuditPage() {
  const session = useSession();
  const { team } = useTeam();
  const [search, setSearch] = useSearchParams();
  const [open, setOpen] = useState<AuditRow | null>(null);
  const { act, busy } = useAct();
  const { data: kinds = [] } = useData(accessRoutes.kinds);
  const filters = Object.fromEntries([...search].filter(([, value]) => value !== ''));
  const found = usePages(accessRoutes.audit, filters, ({ rows: seen, more: has }) => (has ? { before: String(seen.at(-1)!.seq) } : null));
  const { pages: data, error, more } = found;
  if (error) return <Trouble error={error} />;
  const rows = data?.flatMap((page) => page.rows) ?? [];
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(filters);
    if (value) next.set(name, value);
    else next.delete(name);
    setSearch(next, { replace: true });
  };
  const field = 'border-b border-soft bg-transparent px-1 text-ink outline-none focus:border-kelp';
  return (
    <Page
      title="Audit trail"
      sum={
        data
          ? `${more ? `More than ${rows.length} entries` : counted(rows.length, 'entry', 'entries')}${Object.keys(filters).length > 0 ? ' found' : ''}, the newest first. Nothing here is ever changed.`
          : ''
      }
      tools={
        <>
          <FirmViews />
          <span className="flex w-full flex-wrap items-baseline gap-x-4 gap-y-2">
            <label>
              By{' '}
              <ChoiceInput className={field} value={search.get('who') ?? ''} onChange={(event) => set('who', event.target.value)}>
                <option value="">anybody</option>
                {team.map((member) => (
                  <option key={member.id} value={member.id}>
                    {member.name}
                  </option>
                ))}
              </ChoiceInput>
            </label>
            <label>
              about{' '}
              <ChoiceInput className={field} value={search.get('kind') ?? ''} onChange={(event) => set('kind', event.target.value)}>
                <option value="">anything</option>
                {kinds.map((kind) => (
                  <option key={kind}>{kind}</option>
                ))}
              </ChoiceInput>
            </label>
            <SpanDay label="from" value={search.get('from') ?? ''} onSettle={(day) => set('from', day)} />
            <SpanDay label="until" value={search.get('until') ?? ''} onSettle={(day) => set('until', day)} />
            {search.get('client') && (
              <button className="lnk" onClick={() => set('client', '')}>
                of one client only; show all
              </button>
            )}
            <button className="lnk ml-auto" disabled={busy} onClick={() => void act(() => keepFile(accessRoutes.auditFile, filters))}>
              Export (CSV)
            </button>
          </span>
        </>
      }
    >
      {data && (
        <LedgerTable
          label="Audit trail"
          rows={rows}
          keyOf={(row) => row.id}
          empty="No entry matches. Remove a filter."
          columns={[
            { key: 'at', head: 'When', cell: (row) => <span className="whitespace-nowrap">{momentInWords(row.at, session.day)}</span> },
            { key: 'who', head: 'Who', cell: (row) => <span className="whitespace-nowrap">{row.who}</span> },
            { key: 'what', head: 'What', cell: (row) => row.what },
            {
              key: 'client',
              head: 'Client',
              cell: (row) =>
                row.clientId && (
                  <button className="lnk" title="Only this client" onClick={() => set('client', row.clientId!)}>
                    {row.client ?? 'a client you do not see'}
                  </button>
                ),
              wide: true,
            },
            {
              key: 'more',
              head: '',
              cell: (row) =>
                (row.before !== null || row.after !== null) && (
                  <button className="lnk whitespace-nowrap" onClick={() => setOpen(row)}>
                    before and after
                  </button>
                ),
              wide: true,
            },
          ]}
        />
      )}
      <ShowMore of={found} />
      {open && (
        <Leaf open title={`${open.who}, ${momentInWords(open.at, session.day)}`} onClose={() => setOpen(null)}>
          <p className="mb-4">{open.what}</p>
          <Side title="Before" value={open.before} />
          <Side title="After" value={open.after} />
        </Leaf>
      )}
    </Page>
  );
}
