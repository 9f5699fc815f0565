import * as clientsRoutes from '@steady/contract/clients.routes';
import * as effectsRoutes from '@steady/contract/effects.routes';
import * as importsRoutes from '@steady/contract/imports.routes';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Verdict } from '@steady/core/importing';
import { counted } from '@steady/core/words';
import { send, useData } from '../../app/api';
import { useProgress } from '../../app/live';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { MappingTable } from '../../ui/mapping-table';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';
import { useForeseen } from '../almanac';
import { RowsTable } from './rows-table';

type Kind = Verdict['kind'];
const KIND_WORDS: Record<Kind, string> = { wrong: 'wrong', doubtful: 'doubtful', changed: 'changed', new: 'new', same: 'the same' };
const KIND_TONE: Record<Kind, string> = { wrong: 'late', doubtful: 'soon', changed: '', new: 'good', same: 'text-soft' };
const KIND_SAYS: Record<Kind, string> = {
  wrong: 'These are left out until they have a name. Type it here, or correct the file and choose it again: what was imported by then counts as the same.',
  doubtful: 'These are left out until you say what they are.',
  changed: 'What the file leaves empty stays as it is; labels are added to those there are.',
  new: 'Where the file gives no legal form, the name decides: Ltd is a company, a bare name a sole trader.',
  same: 'Nothing is done with these.',
};
const ORDER: Kind[] = ['wrong', 'doubtful', 'changed', 'new', 'same'];

/** One file: what its columns are, what each row would do, and then it is brought in. */
export function ImportPage() {
  const { id = '' } = useParams();
  const session = useSession();
  const notify = useNotify();
  const { act, busy } = useAct();
  const progress = useProgress(id);
  const foreseen = useForeseen(effectsRoutes.file, { id });
  const [decided, setDecided] = useState<Record<number, string>>({});
  const [shown, setShown] = useState<Kind | null>(null);
  const { data: view, error } = useData(importsRoutes.view, { id });
  if (error) return <Trouble error={error} />;
  if (!view) return <Page title="Import clients" sum="Each row is being compared with the clients there are …" children={null} />;
  const { counts } = view;
  const decisions = Object.entries(decided)
    .filter(([, as]) => as !== '')
    .map(([line, as]) => ({ line: Number(line), as }));
  const fresh = counts.new + decisions.filter((one) => one.as === 'new').length;
  const changed = counts.changed + decisions.filter((one) => one.as !== 'new' && one.as !== 'leave').length;
  const present = shown ?? ORDER.find((kind) => counts[kind] > 0 && kind !== 'same') ?? 'same';
  const rows = view.rows.filter((row) => row.verdict.kind === present);
  const above = (
    <Link to="/clients/import" className="lnk">
      Import clients
    </Link>
  );
  const given = { decisions };
  // A year-end or a registration from a file moves dates as one typed by hand does: they are shown before they move.
  const bringIn = () => act(() => foreseen.before(given, async () => notify((await send(importsRoutes.bringIn, { id }, given)).said)));
  const undo = () => act(async () => notify((await send(clientsRoutes.undoMany, { id: view.bulkId! })).said));
  if (view.coming) return <Coming above={above} file={view.file} {...(progress ?? view.coming)} />;
  if (view.outcome !== null)
    return (
      <Page
        above={above}
        title={view.file}
        sum={view.undone ? `Undone. It had been: ${view.outcome}.` : `${view.outcome}, ${momentInWords(view.at, session.day)} by ${view.by}.`}
      >
        <p className="mt-4 flex gap-3">
          <Link className="act" to="/clients">
            See the clients
          </Link>
          {view.bulkId && !view.undone && (
            <button className="act-quiet" disabled={busy} onClick={() => void undo()}>
              Undo the import
            </button>
          )}
        </p>
      </Page>
    );
  return (
    <Page
      above={above}
      title={view.file}
      sum={
        <>
          {ORDER.filter((kind) => counts[kind] > 0).map((kind, index) => (
            <span key={kind}>
              {index > 0 && ', '}
              <button className={`lnk ${KIND_TONE[kind]}`} onClick={() => setShown(kind)}>
                {counts[kind]} {KIND_WORDS[kind]}
              </button>
            </span>
          ))}
          . Nothing is written yet.
        </>
      }
      tools={
        <span className="ml-auto flex items-baseline gap-4">
          <button className="act" disabled={busy || fresh + changed === 0} onClick={() => void bringIn()}>
            {busy
              ? 'One moment …'
              : foreseen.effect && foreseen.act('', given) === ''
                ? 'Import, with these dates'
                : `Import: ${fresh} new, ${changed} changed`}
          </button>
        </span>
      }
    >
      {foreseen.view}
      <MappingTable
        key={view.mapping.join()}
        of={view}
        toLookAt={counts.wrong > 0}
        busy={busy}
        onUse={(mapping) => void act(() => send(importsRoutes.setMapping, { id }, { mapping }))}
      />
      <h2 className="mt-6 mb-1">
        {counts[present]} {KIND_WORDS[present]}
      </h2>
      <p className="mb-2 text-table text-soft">{KIND_SAYS[present]}</p>
      <RowsTable
        kind={present}
        rows={rows}
        importId={id}
        headings={view.headings}
        decided={decided}
        onDecide={(line, as) => setDecided({ ...decided, [line]: as })}
      />
      {rows.length < counts[present] && <p className="mt-2 text-table text-soft">and {counts[present] - rows.length} more.</p>}
    </Page>
  );
}

/** How far a file is that is being brought in. */
function Coming({ above, file, done, total }: { above: ReactNode; file: string; done: number; total: number }) {
  return (
    <Page above={above} title={file} sum={total > 0 ? `Importing: ${done} of ${counted(total, 'row')} are done.` : 'Importing …'}>
      <div
        role="progressbar"
        aria-label="Rows written"
        aria-valuemin={0}
        aria-valuemax={total}
        aria-valuenow={done}
        className="mt-4 h-2 w-full max-w-md border border-rule bg-page"
      >
        <div className="h-full bg-kelp" style={{ width: total > 0 ? `${(100 * done) / total}%` : 0 }} />
      </div>
      <p className="mt-3 text-table text-soft">It continues in the background: you can leave this page, and everybody else can go on working.</p>
    </Page>
  );
}
