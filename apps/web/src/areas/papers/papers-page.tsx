import * as papersRoutes from '@steady/contract/papers.routes';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { counted } from '@steady/core/words';
import { read, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { Page } from '../../ui/page';
import { LyingPapers } from './lying-papers';
import { ToPrint } from './to-print';

const VIEWS = { print: 'To print and post', lying: 'What lies where' } as const;
type View = keyof typeof VIEWS;

/** Clients on paper: what is to be printed for them and posted, and where lies what they brought. */
export function PapersPage() {
  const [search, setSearch] = useSearchParams();
  const view: View = search.get('view') === 'lying' ? 'lying' : 'print';
  const { data: toPrint } = useData(papersRoutes.toPrint);
  const { data: lying } = useData(papersRoutes.list, {});
  return (
    <Page
      title="Papers"
      sum={
        toPrint &&
        lying &&
        `${toPrint.length === 0 ? 'Nothing is to be printed' : `${counted(toPrint.length, 'packet or letter', 'packets and letters')} to print and post`}; ${lying.length === 0 ? 'no papers of clients lie here' : `papers lie here under ${counted(lying.length, 'receipt')}`}.`
      }
      tools={
        <>
          <span className="flex flex-wrap gap-x-[22px]">
            {(Object.keys(VIEWS) as View[]).map((one) => (
              <button
                key={one}
                aria-current={view === one || undefined}
                className={view === one ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
                onClick={() => setSearch(one === 'print' ? {} : { view: one })}
              >
                {VIEWS[one]}
              </button>
            ))}
          </span>
          <LabelCode />
        </>
      }
    >
      {view === 'print' ? toPrint && <ToPrint of={toPrint} /> : lying && <LyingPapers of={lying} />}
    </Page>
  );
}

/** The code on a return label leads to the job for which it was sent. */
function LabelCode() {
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const [code, setCode] = useState('');
  return (
    <form
      className="ml-auto flex items-baseline gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void act(async () => {
          const { clientId, jobId } = await read(papersRoutes.found, { find: code });
          await navigate(jobId === null ? `/clients/${clientId}/requests` : `/jobs/${jobId}/requests`);
        });
      }}
    >
      <label className="flex items-baseline gap-2">
        Code on a label
        <input
          className="w-28 border-b border-soft bg-transparent px-1 text-ink outline-none focus:border-kelp"
          placeholder="P-128-1"
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
      </label>
      <button type="submit" className="lnk" disabled={busy || code.trim() === ''}>
        Open
      </button>
    </form>
  );
}
