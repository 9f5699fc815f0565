import * as clientsRoutes from '@steady/contract/clients.routes';
import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { Link, useSearchParams } from 'react-router';
import { SIGNATURE_STATES, type SignatureState } from '@steady/core/signing';
import { capital, counted } from '@steady/core/words';
import { type SignatureRow, type SignatureSum, USUAL_SIGNATURE_COLUMNS } from '@steady/contract/signatures';
import { useData } from '../../../app/api';
import { ListBody, ListTools } from '../../../ui/lists/list-body';
import { useListState } from '../../../ui/lists/list-state';
import { SavedLists } from '../../../ui/lists/saved-lists';
import { useListing } from '../../../ui/lists/use-listing';
import { Moon } from '../../../ui/moon';
import { Page } from '../../../ui/page';
import { SignatureStatus, WaitsFor, WantedBy } from './cells';

const { list, listIds, listPlace, listSums, listFields, listFile } = signaturesRoutes;
const LIST = { list, ids: listIds, place: listPlace, sums: listSums, fields: listFields, file: listFile };

const EMPTY: Record<SignatureState | 'all', string> = {
  all: 'Nothing was given for signature yet. That is done at a job, under Requests.',
  'in trouble': 'Nothing is stuck.',
  waiting: 'Nobody is asked to sign anything just now.',
  refused: 'Nobody has refused to sign.',
  signed: 'Nothing is signed by all yet.',
  withdrawn: 'Nothing was withdrawn.',
  expired: 'Nothing has expired.',
};

/** All that was given for signature, of the firm or of one client or person: how many stand where, and what each waits for. */
export function SignaturesPage() {
  const [search, setSearch] = useSearchParams();
  const { data: known } = useData(listFields);
  const state = useListState(USUAL_SIGNATURE_COLUMNS);
  const view = SIGNATURE_STATES.find((one) => one === search.get('state'));
  const [client, contact] = [search.get('client'), search.get('contact')];
  const narrowed = { ...(client ? { client } : {}), ...(contact ? { contact } : {}) };
  const { data: sum } = useData(signaturesRoutes.sum, narrowed);
  const { data: ofClient } = useData(clientsRoutes.view, client ? { id: client } : null);
  const go = (to: SignatureState | undefined) => setSearch({ ...narrowed, ...(to ? { state: to } : {}) });
  const of = useListing<SignatureRow>(LIST, state, { ...narrowed, ...(view ? { state: view } : {}) });
  const isNarrow = state.find !== '' || state.filters.length > 0;
  return (
    <Page
      above={
        (client || contact) && (
          <>
            {ofClient && (
              <>
                <Link className="lnk" to={`/clients/${ofClient.id}/requests`}>
                  {ofClient.name}
                </Link>{' '}
                ·{' '}
              </>
            )}
            <Link className="lnk" to="/signatures">
              of all clients
            </Link>
          </>
        )
      }
      title="Signatures"
      sum={sum && <SumWords of={sum} onGo={go} />}
      tools={
        <>
          <span className="flex flex-wrap gap-x-[22px]">
            {[undefined, ...SIGNATURE_STATES].map((one) => (
              <button
                key={one ?? 'all'}
                aria-current={view === one || undefined}
                className={view === one ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
                onClick={() => go(one)}
              >
                {one === undefined ? 'All' : capital(one)} {one !== undefined && sum && <span className="text-soft">{sum.states[one]}</span>}
              </button>
            ))}
          </span>
          <span className="border-l border-rule pl-[18px] max-sm:border-0 max-sm:pl-0">
            <SavedLists of="signatures" saved={known?.saved ?? []} state={state} all={null} />
          </span>
        </>
      }
    >
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-table text-soft">
        <ListTools of={of} state={state} noun="document" />
      </div>
      {of.error && <p className="text-table text-rust">{of.error.message}</p>}
      <ListBody
        of={of}
        state={state}
        label="Given for signature"
        noun="document"
        first={[
          {
            key: 'title',
            head: 'What is signed',
            cell: (row) => (
              <>
                {row.title}
                <span className="block text-fine text-soft">
                  <Moon done={row.done} of={row.of} /> {row.done} of {row.of} signed
                </span>
              </>
            ),
            sort: () => null,
            className: 'wrap-anywhere',
          },
        ]}
        cell={{ state: (row) => <SignatureStatus of={row} />, turn: (row) => <WaitsFor of={row} />, wanted: (row) => <WantedBy of={row} /> }}
        phone={['state']}
        to={(row) => (row.jobId === null ? `/clients/${row.clientId}/requests` : `/jobs/${row.jobId}/requests`)}
        nameOf={(row) => row.title}
        empty={isNarrow ? 'Nothing that was given for signature matches. Remove a filter, or look for a part of the name.' : EMPTY[view ?? 'all']}
      />
    </Page>
  );
}

/** How they stand, in a sentence; its figures lead to what they count. */
function SumWords({ of: { states, longest }, onGo }: { of: SignatureSum; onGo(to: SignatureState): void }) {
  const open = states.waiting + states['in trouble'];
  const part = (count: number, words: string, to: SignatureState, tone: string) =>
    count > 0 && (
      <>
        ,{' '}
        <button className={`lnk ${tone}`} onClick={() => onGo(to)}>
          {words}
        </button>
      </>
    );
  return (
    <>
      {open === 0 ? 'Nothing waits for a signature' : `${counted(open, 'document')} ${open === 1 ? 'waits' : 'wait'} for a signature`}
      {longest !== null && longest > 0 && `, the longest for ${counted(longest, 'day')}`}
      {part(states['in trouble'], `${states['in trouble']} in trouble`, 'in trouble', 'late')}
      {part(states.refused, `${states.refused} refused`, 'refused', 'late')}.
    </>
  );
}
