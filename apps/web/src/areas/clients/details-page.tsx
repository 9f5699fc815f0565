import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import { DETAIL_KINDS } from '@steady/core/details';
import { FORM_WORDS, LEGAL_FORMS, type LegalForm } from '@steady/core/clients';
import { ChangeDetailField, DetailFieldInput, type DetailFieldView } from '@steady/contract/clients';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { SelectField, TextField, WordsField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Confirm, Leaf } from '../../ui/leaf';
import { LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { FirmViews } from '../team';

/** The details that the firm keeps of its clients beside those every firm has. */
export function DetailsPage() {
  const session = useSession();
  const { act, busy } = useAct();
  const { data: details = [] } = useData(clientsRoutes.details);
  const [adding, setAdding] = useState(false);
  const [changing, setChanging] = useState<DetailFieldView | null>(null);
  const [dropping, setDropping] = useState<DetailFieldView | null>(null);
  const runs = session.may('run firm');
  return (
    <Page
      title="Our own details"
      sum={details.length === 0 ? 'None yet.' : `${details.length} facts that only your firm keeps; each is a column and a filter of the list of clients.`}
      tools={
        <>
          <FirmViews />
          <WhoMay right="run firm" act="Details are added and changed" />
          {runs && (
            <button className="act ml-auto" onClick={() => setAdding(true)}>
              Add a detail
            </button>
          )}
        </>
      }
    >
      <LedgerTable
        label="Details"
        rows={details}
        keyOf={(row) => row.id}
        empty="What you want to know of clients and no field has: who referred them, the box of their keys, a renewal date."
        columns={[
          { key: 'name', head: 'Detail', cell: (row) => <span className="font-semibold">{row.name}</span> },
          { key: 'kind', head: 'Kind', cell: (row) => row.kind },
          { key: 'choices', head: 'Values', cell: (row) => <span className="text-soft">{row.choices.join(', ')}</span>, wide: true },
          {
            key: 'forms',
            head: 'Of',
            cell: (row) => (row.forms.length === 0 ? 'all' : row.forms.map((form) => FORM_WORDS[form as LegalForm]).join(', ')),
            wide: true,
          },
          {
            key: 'act',
            head: '',
            cell: (row) =>
              runs && (
                <span className="flex justify-end gap-3">
                  <button className="lnk" aria-label={`Change ${row.name}`} onClick={() => setChanging(row)}>
                    Change
                  </button>
                  <button className="lnk" aria-label={`Delete ${row.name}`} onClick={() => setDropping(row)}>
                    Delete
                  </button>
                </span>
              ),
          },
        ]}
      />
      {changing && <ChangeDetailLeaf detail={changing} onClose={() => setChanging(null)} />}
      {adding && <DetailLeaf onClose={() => setAdding(false)} />}
      <Confirm
        open={dropping !== null}
        title={`Delete "${dropping?.name ?? ''}" ?`}
        act="Delete it"
        busy={busy}
        onClose={() => setDropping(null)}
        onYes={() =>
          void act(async () => {
            await send(clientsRoutes.dropDetail, { id: dropping!.id });
            setDropping(null);
          })
        }
      >
        <p>It leaves every client and every list. What was in it stays in the audit trail.</p>
      </Confirm>
    </Page>
  );
}

/** A detail called otherwise, or with other values to choose from. What clients have stays. */
function ChangeDetailLeaf({ detail, onClose }: { detail: DetailFieldView; onClose(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeDetailField>({
    input: ChangeDetailField,
    start: { name: detail.name, ...(detail.kind === 'choice' ? { choices: [...detail.choices] } : {}) },
    submit: async (values) => {
      await send(clientsRoutes.changeDetail, { id: detail.id }, values);
      onClose();
    },
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title={`Change ${detail.name}`} act="Save the detail" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name" autoFocus {...register('name')} error={formState.errors.name?.message} />
      {detail.kind === 'choice' && (
        <WordsField label="Values to choose from" control={control} name="choices" hint="With commas between them" error={formState.errors.choices?.message} />
      )}
    </Leaf>
  );
}

function DetailLeaf({ onClose }: { onClose(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<DetailFieldInput>({
    input: DetailFieldInput,
    start: { name: '', kind: 'text', choices: [], forms: [] },
    submit: async (values) => {
      await send(clientsRoutes.keepDetail, {}, values);
      onClose();
    },
  });
  const { register, control, watch, formState } = form;
  return (
    <Leaf open title="Add a detail" act="Add it" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name" autoFocus {...register('name')} error={formState.errors.name?.message} />
      <SelectField label="Kind" narrow {...register('kind')} error={formState.errors.kind?.message}>
        {DETAIL_KINDS.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </SelectField>
      {watch('kind') === 'choice' && (
        <WordsField label="Values to choose from" control={control} name="choices" hint="With commas between them" error={formState.errors.choices?.message} />
      )}
      <fieldset>
        <legend className="mb-0.5 text-table font-semibold">Of which clients</legend>
        <div className="grid grid-cols-2 gap-x-4">
          {LEGAL_FORMS.map((legalForm) => (
            <label key={legalForm} className="flex items-baseline gap-1.5">
              <input type="checkbox" value={legalForm} {...register('forms')} />
              {FORM_WORDS[legalForm]}
            </label>
          ))}
        </div>
        <p className="mt-0.5 text-fine text-soft">None ticked means all.</p>
      </fieldset>
    </Leaf>
  );
}
