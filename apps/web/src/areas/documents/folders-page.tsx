import { useState } from 'react';
import { FORM_WORDS } from '@steady/core/clients';
import { ORIGIN_WORDS, accessInWords } from '@steady/core/documents';
import type { FolderTemplateView } from '@steady/contract/documents';
import * as foldersRoutes from '@steady/contract/folders.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import { Page, Trouble } from '../../ui/page';
import { FirmViews } from '../team';
import { FolderTemplateLeaf } from './folder-template-leaf';

/** The folders that every client gets, who sees what lies in each, and what goes there without being asked. */
export function FoldersPage() {
  const { data, error } = useData(foldersRoutes.templates);
  const mayChange = useSession().may('change services');
  const { act, busy } = useAct();
  const [changing, setChanging] = useState<FolderTemplateView | 'new' | null>(null);
  if (error) return <Trouble error={error} />;
  return (
    <Page
      title="Folders"
      sum={
        <>
          The folders each client has, and who sees what lies in them. A client can have its own rights, and folders of its own: on its page, under Documents.{' '}
          <WhoMay right="change services" act="They are changed" />
        </>
      }
      tools={<FirmViews />}
    >
      {data?.length === 0 && (
        <div className="sheet max-w-3xl px-4 py-5">
          <p className="mb-3 text-table text-soft">No folders yet. Until there are some, documents lie in no folder, where only the firm sees them.</p>
          {mayChange && (
            <p className="flex gap-3">
              <button
                className="act"
                disabled={busy}
                onClick={() => void act(() => send(foldersRoutes.useReadyMade, {}), 'The ready-made folders are there. Change them as you like.')}
              >
                Use the ready-made folders
              </button>
              <button className="act-quiet" onClick={() => setChanging('new')}>
                Add a folder
              </button>
            </p>
          )}
        </div>
      )}
      {data && data.length > 0 && (
        <>
          <FolderTable folders={data} mayChange={mayChange} onChange={setChanging} />
          {mayChange && (
            <button className="act mt-3" onClick={() => setChanging('new')}>
              Add a folder
            </button>
          )}
        </>
      )}
      {changing && <FolderTemplateLeaf of={changing === 'new' ? null : changing} onClose={() => setChanging(null)} />}
    </Page>
  );
}

function FolderTable({ folders, mayChange, onChange }: { folders: FolderTemplateView[]; mayChange: boolean; onChange(of: FolderTemplateView): void }) {
  const { act } = useAct();
  const { data: services } = useData(servicesRoutes.list);
  const ids = folders.map(({ id }) => id);
  const takes = ({ takes: origins, services: of }: FolderTemplateView) => {
    const what = origins.map((one) => ORIGIN_WORDS[one]).join(', ');
    const named = of.map((id) => services?.find((one) => one.id === id)?.name).filter(Boolean);
    return what && named.length > 0 ? `${what}, in jobs of ${named.join(', ')}` : what;
  };
  return (
    <Ordered ids={ids} onMove={(from, to) => void act(() => send(foldersRoutes.order, {}, { ids: moved(ids, from, to) }))}>
      <div className="sheet max-w-5xl">
        <table className="ledger" aria-label="Folders">
          <thead>
            <tr>
              {mayChange && (
                <th scope="col">
                  <span className="sr-only">Order</span>
                </th>
              )}
              <th scope="col">Folder</th>
              <th scope="col">Who sees it</th>
              <th scope="col">Goes there by itself</th>
              <th scope="col" className="max-md:hidden">
                Which clients
              </th>
              {mayChange && (
                <th scope="col">
                  <span className="sr-only">Change</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {folders.map((one) => (
              <OrderedRow as="tr" key={one.id} id={one.id}>
                {mayChange && (
                  <td>
                    <Grip name={one.name} />
                  </td>
                )}
                <td className="font-semibold">
                  {one.name}
                  {one.byYear && <span className="block text-fine font-normal text-soft">by year</span>}
                </td>
                <td className={one.right === 'firm only' ? 'text-soft' : 'soon'}>{accessInWords(one.right, null)}</td>
                <td>{takes(one) || <span className="text-soft">nothing</span>}</td>
                <td className="text-soft max-md:hidden">{one.forms.length === 0 ? 'all' : one.forms.map((form) => FORM_WORDS[form]).join(', ')}</td>
                {mayChange && (
                  <td>
                    <button className="lnk" aria-label={`Change ${one.name}`} onClick={() => onChange(one)}>
                      Change
                    </button>
                  </td>
                )}
              </OrderedRow>
            ))}
          </tbody>
        </table>
      </div>
    </Ordered>
  );
}
