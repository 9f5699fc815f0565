import { useState } from 'react';
import { FOLDER_RIGHTS, type FolderRight } from '@steady/core/documents';
import { ChangeFolder, type FolderView, type FoldersOfClient, KeepFolder } from '@steady/contract/documents';
import * as foldersRoutes from '@steady/contract/folders.routes';
import { send } from '../../app/api';
import { SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';

// A select holds words alone: this one stands for none of the folder's own.
const AS_THE_FIRM = 'as the firm has it' as FolderRight;

const isOfFirm = (of: FolderView | null): of is FolderView => of !== null && !of.own;

/** What the form holds when it is opened: a right of the folder's own only where it has one. */
function atFirst(of: FolderView | null): ChangeFolder {
  if (of === null) return { name: '', right: 'firm only', onlyFor: [] };
  const onlyFor = of.onlyFor?.map(({ id }) => id) ?? [];
  const version = of.version ?? undefined;
  if (of.own) return { name: of.name, right: of.right, onlyFor, version };
  return { right: of.right === of.usualRight ? AS_THE_FIRM : of.right, onlyFor, version };
}

/** Who sees a folder of a client, and its name where it is this client's alone. */
export function FolderForm({ of, all, clientId, onClose }: { of: FolderView | null; all: FoldersOfClient; clientId: string; onClose(): void }) {
  const ofFirm = isOfFirm(of);
  const [forSome, setForSome] = useState(of?.onlyFor != null);
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeFolder>({
    input: of ? ChangeFolder : KeepFolder,
    start: atFirst(of),
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
