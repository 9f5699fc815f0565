import * as requestsRoutes from '@steady/contract/requests.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import { ChangeKeptRequest, KeepRequest, type KeptRequest } from '@steady/contract/requests';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { SelectField, TextField } from '../../ui/fields';
import { asNumber, useLeafForm } from '../../ui/form';
import { Confirm, Leaf } from '../../ui/leaf';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { FirmViews } from '../team';
import { ItemFields } from './item-fields';

/** Requests whose words the firm keeps, by the service in whose jobs they are offered. */
export function KeptRequestsPage() {
  const { data, error } = useData(requestsRoutes.kept);
  const mayWork = useSession().may('do work');
  const [open, setOpen] = useState<KeptRequest | 'new' | null>(null);
  if (error) return <Trouble error={error} />;
  return (
    <Page
      title="Requests"
      sum="Words kept for what is asked of clients again and again, offered wherever somebody asks. What a procedure plans stands in the procedure."
      tools={
        <>
          <FirmViews />
          {mayWork && (
            <button className="act ml-auto" onClick={() => setOpen('new')}>
              Keep a request
            </button>
          )}
        </>
      }
    >
      {data && (
        <LedgerTable
          label="Kept requests"
          rows={data}
          keyOf={(row) => row.id}
          group={(row) => row.service ?? 'For all services'}
          empty="None kept yet. Keep one here, or from any request: Keep these words for later requests."
          columns={[
            { key: 'title', head: 'Title', cell: (row) => <span className="font-semibold">{row.title}</span>, sort: (row) => row.title },
            { key: 'items', head: 'Asks for', cell: (row) => row.items.map(({ name }) => name).join(', ') },
            { key: 'days', head: 'Days', cell: (row) => counted(row.daysToAnswer, 'working day'), sort: (row) => row.daysToAnswer, wide: true },
            {
              key: 'change',
              head: '',
              cell: (row) =>
                mayWork && (
                  <button className="lnk" aria-label={`Change ${row.title}`} onClick={() => setOpen(row)}>
                    Change
                  </button>
                ),
            },
          ]}
        />
      )}
      {open && <KeptLeaf of={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

function KeptLeaf({ of, onClose }: { of: KeptRequest | null; onClose(): void }) {
  const { act, busy: removing } = useAct();
  const [sure, setSure] = useState(false);
  const { data: services = [] } = useData(servicesRoutes.list);
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeKeptRequest>({
    input: (of ? ChangeKeptRequest : KeepRequest) as typeof ChangeKeptRequest,
    start: of
      ? {
          version: of.version,
          title: of.title,
          serviceId: of.serviceId ?? '',
          daysToAnswer: of.daysToAnswer,
          items: of.items.map(({ name, description, link }) => ({ name, description: description ?? '', link: link ?? '' })),
        }
      : { title: '', serviceId: '', daysToAnswer: 5, items: [{ name: '', description: '' }] },
    submit: async (values) => {
      await (of ? send(requestsRoutes.changeKept, { id: of.id }, values) : send(requestsRoutes.keep, {}, values));
      onClose();
    },
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <Leaf
      open
      broad
      title={of ? of.title : 'Keep a request'}
      act={of ? 'Save' : 'Keep it'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
      beside={
        of && (
          <button type="button" className="lnk ml-auto text-table" onClick={() => setSure(true)}>
            Remove it
          </button>
        )
      }
    >
      <TextField label="Title" autoFocus {...register('title')} error={errors.title?.message} />
      <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
        <SelectField label="Offered in jobs of" {...register('serviceId')} error={errors.serviceId?.message}>
          <option value="">all services</option>
          {services.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </SelectField>
        <TextField
          label="Clients have"
          hint="working days"
          inputMode="numeric"
          {...register('daysToAnswer', { setValueAs: asNumber })}
          error={errors.daysToAnswer?.message}
        />
      </div>
      <h3 className="mb-1.5">Items</h3>
      <ItemFields form={form} kept />
      <Confirm
        open={sure}
        title={`Remove ${of?.title ?? ''}?`}
        act="Remove it"
        busy={removing}
        onClose={() => setSure(false)}
        onYes={() =>
          void act(async () => {
            await send(requestsRoutes.removeKept, { id: of!.id });
            onClose();
          }, 'Removed. What was asked with it stays.')
        }
      >
        It is offered no more. Requests that were sent with these words stay as they are.
      </Confirm>
    </Leaf>
  );
}
