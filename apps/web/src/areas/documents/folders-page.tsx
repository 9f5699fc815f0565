import { useState } from 'react';
import { FORM_WORDS, LEGAL_FORMS } from '@steady/core/clients';
import { FOLDER_RIGHTS, ORIGINS, ORIGIN_WORDS, accessInWords } from '@steady/core/documents';
import { counted } from '@steady/core/words';
import { ChangeFolderTemplate, type FolderTemplateView, KeepFolderTemplate } from '@steady/contract/documents';
import * as foldersRoutes from '@steady/contract/folders.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Confirm, Leaf } from '../../ui/leaf';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import { Page, Trouble } from '../../ui/page';
import { FirmViews } from '../team';

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
      {changing && <FolderLeaf of={changing === 'new' ? null : changing} onClose={() => setChanging(null)} />}
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

function FolderLeaf({ of, onClose }: { of: FolderTemplateView | null; onClose(): void }) {
  const { act, busy: retiring } = useAct();
  const [asking, setAsking] = useState(false);
  const { data: services } = useData(servicesRoutes.list);
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeFolderTemplate>({
    input: (of ? ChangeFolderTemplate : KeepFolderTemplate) as typeof ChangeFolderTemplate,
    start: of ?? { name: '', right: 'firm only', forms: [], byYear: true, takes: [], services: [] },
    // Boxes of which none is ticked are no list.
    tidy: ({ name, right, byYear, forms, takes, services: ofServices, version }) => ({
      name,
      right,
      byYear,
      forms: forms || [],
      takes: takes || [],
      services: ofServices || [],
      version,
    }),
    submit: async (values) => {
      await (of ? send(foldersRoutes.change, { id: of.id }, values) : send(foldersRoutes.add, {}, values));
      onClose();
    },
  });
  const { register, formState, watch } = form;
  const { errors } = formState;
  const retire = () =>
    act(async () => {
      await send(foldersRoutes.retire, { id: of!.id });
      onClose();
    }, `${of!.name} is removed. What lies in it stays with its clients.`);
  return (
    <Leaf
      open
      title={of ? of.name : 'Add a folder'}
      act={of ? 'Save' : 'Add the folder'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
      beside={
        of && (
          <button type="button" className="lnk ml-auto text-table" onClick={() => setAsking(true)}>
            Remove the folder
          </button>
        )
      }
    >
      <TextField label="Name" autoFocus {...register('name')} error={errors.name?.message} />
      <SelectField label="Who sees it" hint={accessInWords(watch('right'), null)} {...register('right')} error={errors.right?.message}>
        {FOLDER_RIGHTS.map((one) => (
          <option key={one} value={one}>
            {one}
          </option>
        ))}
      </SelectField>
      <TickField label="Told apart by year" {...register('byYear')} />
      <fieldset className="my-3">
        <legend className="text-table font-semibold">Goes there by itself</legend>
        {ORIGINS.map((one) => (
          <TickField key={one} label={ORIGIN_WORDS[one]} value={one} {...register('takes')} />
        ))}
      </fieldset>
      {services && services.length > 0 && (
        <details className="my-3" open={(of?.services.length ?? 0) > 0}>
          <summary className="cursor-pointer text-table font-semibold">Only of jobs of some services</summary>
          <fieldset className="pl-4">
            <legend className="sr-only">Services</legend>
            {services.map(({ id, name }) => (
              <TickField key={id} label={name} value={id} {...register('services')} />
            ))}
          </fieldset>
        </details>
      )}
      <details className="my-3" open={(of?.forms.length ?? 0) > 0}>
        <summary className="cursor-pointer text-table font-semibold">
          Only for some legal forms{of && of.forms.length > 0 ? ` (${counted(of.forms.length, 'form')})` : ''}
        </summary>
        <fieldset className="pl-4">
          <legend className="sr-only">Legal forms</legend>
          {LEGAL_FORMS.map((one) => (
            <TickField key={one} label={FORM_WORDS[one]} value={one} {...register('forms')} />
          ))}
        </fieldset>
      </details>
      {asking && of && (
        <Confirm open title={`Remove ${of.name}?`} act="Remove the folder" onClose={() => setAsking(false)} onYes={() => void retire()} busy={retiring}>
          <p>No client gets it any more. Where something lies in it already, it stays there with the same rights.</p>
        </Confirm>
      )}
    </Leaf>
  );
}
