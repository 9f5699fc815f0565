import { useState } from 'react';
import { FORM_WORDS, LEGAL_FORMS } from '@steady/core/clients';
import { FOLDER_RIGHTS, ORIGINS, ORIGIN_WORDS, accessInWords } from '@steady/core/documents';
import { counted } from '@steady/core/words';
import { ChangeFolderTemplate, type FolderTemplateView, KeepFolderTemplate } from '@steady/contract/documents';
import * as foldersRoutes from '@steady/contract/folders.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Confirm, Leaf } from '../../ui/leaf';

/** One of the folders that the firm gives to its clients: added, changed or removed. */
export function FolderTemplateLeaf({ of, onClose }: { of: FolderTemplateView | null; onClose(): void }) {
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
