import * as requestsRoutes from '@steady/contract/requests.routes';
import { useState } from 'react';
import { addWorkingDays, civil } from '@steady/core/calendar';
import { counted, longDate } from '@steady/core/words';
import { AskMany, type ManyAsked } from '@steady/contract/requests';
import { ask, send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { useNotify } from '../../ui/toasts';
import { AskManyLeaf, OfService } from '../asks';
import { ItemFields } from './item-fields';
import { fromKept, useKeptRequests } from './kept';

interface Props {
  ids: readonly string[];
  onClose(): void;
}

/** Asks the clients of chosen jobs for the same things, each in its own job. */
export const AskJobsLeaf = ({ ids, onClose }: Props) => <AskForMany of={{ jobIds: [...ids] }} noun="job" onClose={onClose} />;
/** Asks chosen clients for the same things, each in one of its open jobs. */
export const AskClientsLeaf = ({ ids, onClose }: Props) => <AskForMany of={{ clientIds: [...ids] }} noun="client" onClose={onClose} />;

/** Asks many for the same things: first what, then who gets it when, then it goes. */
function AskForMany({ of, noun, onClose }: { of: Pick<AskMany, 'jobIds' | 'clientIds'>; noun: string; onClose(): void }) {
  const count = (of.jobIds ?? of.clientIds)!.length;
  const { day } = useSession();
  const notify = useNotify();
  const [preview, setPreview] = useState<ManyAsked | null>(null);
  const [which, setWhich] = useState('');
  const kept = useKeptRequests();
  const look = async (values: AskMany) => setPreview(await ask(requestsRoutes.previewMany, {}, values));
  const { form, onSubmit, busy, problem } = useLeafForm<AskMany>({
    input: AskMany,
    start: { ...of, title: '', dueOn: addWorkingDays(day, 5).toString(), sendOn: '', portalOnly: false, items: [{ name: '', description: '' }] },
    submit: async (values) => {
      if (!preview) {
        await look(values);
        return;
      }
      const { asked, not } = await send(requestsRoutes.sendMany, {}, values);
      notify(`${values.sendOn ? 'Planned for' : 'Asked for'} ${counted(asked.length, 'job')}${not.length > 0 ? `, not for ${not.length}` : ''}.`);
      onClose();
    },
  });
  const { register, control, formState } = form;
  const { errors } = formState;
  const askOn = async (sendOn: string) => {
    form.setValue('sendOn', sendOn);
    await form.handleSubmit(look)();
  };
  return (
    <AskManyLeaf
      title={of.jobIds ? `Ask for ${counted(count, noun)}` : `Ask ${counted(count, noun)}`}
      act="Ask"
      back="Back to the words"
      preview={preview}
      above={
        preview?.roomOn && (
          <p className="mb-2 border border-rule bg-page px-3 py-2 text-table">
            On {longDate(civil(preview.roomOn))} nobody would get more than goes to one person in a day.{' '}
            <button type="button" className="lnk" onClick={() => void askOn(preview.roomOn!)}>
              Ask on that day instead
            </button>
          </p>
        )
      }
      of={{ onSubmit, busy, problem }}
      onBack={() => setPreview(null)}
      onClose={onClose}
    >
      {of.clientIds && <OfService {...register('serviceId')} />}
      {kept.length > 0 && (
        <SelectField
          label="Which request"
          value={which}
          onChange={({ target }) => {
            setWhich(target.value);
            const one = kept.find(({ id }) => id === target.value);
            if (one) form.reset({ ...form.getValues(), ...fromKept(one, day) });
          }}
        >
          <option value="">something else</option>
          {kept.map((one) => (
            <option key={one.id} value={one.id}>
              {one.title}, kept {one.service === null ? 'for all services' : `for ${one.service}`}
            </option>
          ))}
        </SelectField>
      )}
      <TextField
        label="Title"
        hint="Each client reads it with the period of its job behind it."
        autoFocus
        {...register('title')}
        error={errors.title?.message}
      />
      <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
        <DateField label="Wanted by" control={control} name="dueOn" error={errors.dueOn?.message} />
        <DateField label="Goes out" hint="Left empty, as soon as it is sent" control={control} name="sendOn" error={errors.sendOn?.message} />
      </div>
      <TickField label="Tell the clients in the portal only, without a message" {...register('portalOnly')} />
      <h3 className="mb-1.5">Items</h3>
      <ItemFields form={form} />
    </AskManyLeaf>
  );
}
