import { useState } from 'react';
import { FOLDER_RIGHTS, type FolderRight } from '@steady/core/documents';
import { counted } from '@steady/core/words';
import { ChangeFolder, type FolderView, type FoldersOfClient, KeepFolder } from '@steady/contract/documents';
import * as foldersRoutes from '@steady/contract/folders.routes';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';

// A select holds words alone: this one stands for none of the folder's own.
const AS_THE_FIRM = 'as the firm has it' as FolderRight;

/** The folders of a client, who sees each, and one of its own. */
export function FoldersLeaf({ clientId, onClose }: { clientId: string; onClose(): void }) {
  const { data } = useData(foldersRoutes.ofClient, { id: clientId });
  const mayWork = useSession().may('do work');
  const [changing, setChanging] = useState<FolderView | 'new' | null>(null);
  if (data && changing) return <FolderForm of={changing === 'new' ? null : changing} all={data} clientId={clientId} onClose={() => setChanging(null)} />;
  return (
    <Leaf open title="Folders and who sees them" onClose={onClose} broad>
      <ul className="divide-y divide-rule">
        {data?.folders.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3 py-2">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{one.name}</span>
              {one.own && <span className="text-fine text-soft"> this client’s alone</span>}
              <span className={`block text-table ${one.right === 'firm only' ? 'text-soft' : 'soon'}`}>{one.access}</span>
            </span>
            <span className="num text-table text-soft">{one.documents > 0 && counted(one.documents, 'document')}</span>
            {mayWork && (
              <button type="button" className="lnk text-table" aria-label={`Change ${one.name}`} onClick={() => setChanging(one)}>
                Change
              </button>
            )}
          </li>
        ))}
      </ul>
      {mayWork && (
        <button type="button" className="act-quiet mt-4" onClick={() => setChanging('new')}>
          Add a folder for this client
        </button>
      )}
    </Leaf>
  );
}

function FolderForm({ of, all, clientId, onClose }: { of: FolderView | null; all: FoldersOfClient; clientId: string; onClose(): void }) {
  const ofFirm = of !== null && !of.own;
  const [forSome, setForSome] = useState(of?.onlyFor != null);
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeFolder>({
    input: of ? ChangeFolder : KeepFolder,
    start: {
      name: of?.own ? of.name : '',
      right: ofFirm && of.right === of.usualRight ? AS_THE_FIRM : (of?.right ?? 'firm only'),
      onlyFor: of?.onlyFor?.map(({ id }) => id) ?? [],
      version: of?.version ?? undefined,
    },
    tidy: ({ name, right, onlyFor, version }) => ({
      ...(ofFirm ? {} : { name }),
      right: right === AS_THE_FIRM ? null : right,
      onlyFor: forSome && right !== 'firm only' ? (onlyFor ?? []) : null,
      version,
    }),
    submit: async (values) => {
      await (of ? send(foldersRoutes.changeOfClient, { id: clientId, folder: of.id }, values) : send(foldersRoutes.addToClient, { id: clientId }, values));
      onClose();
    },
  });
  const { register, formState, watch } = form;
  const { errors } = formState;
  const right = watch('right');
  const reads = (right === AS_THE_FIRM ? of?.usualRight : right) !== 'firm only';
  return (
    <Leaf
      open
      title={of ? of.name : 'A folder for this client'}
      act={of ? 'Save' : 'Add the folder'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      {!ofFirm && <TextField label="Name" autoFocus {...register('name')} error={errors.name?.message} />}
      <SelectField label="Who sees it" {...register('right')} error={errors.right?.message}>
        {ofFirm && <option value={AS_THE_FIRM}>as the firm has it: {of.usualRight}</option>}
        {FOLDER_RIGHTS.map((one) => (
          <option key={one} value={one}>
            {one}
          </option>
        ))}
      </SelectField>
      {reads && all.people.length > 0 && (
        <>
          <TickField label="Only for some of the client’s people" checked={forSome} onChange={(event) => setForSome(event.target.checked)} />
          {forSome && (
            <fieldset className="mt-1 mb-3 pl-5">
              <legend className="sr-only">For whom it is</legend>
              {all.people.map(({ id, name }) => (
                <TickField key={id} label={name} value={id} {...register('onlyFor')} />
              ))}
              <p className="text-fine text-soft">Others at the client are not told of it and do not see it.</p>
            </fieldset>
          )}
        </>
      )}
    </Leaf>
  );
}
