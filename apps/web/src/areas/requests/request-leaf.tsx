import * as requestsRoutes from '@steady/contract/requests.routes';
import { useState } from 'react';
import { type CivilDate, addWorkingDays } from '@steady/core/calendar';
import type { JobView } from '@steady/contract/jobs';
import { type SendPreview, SendRequest } from '@steady/contract/requests';
import { ask, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, SelectField, TextField } from '../../ui/fields';
import { dayInWords } from '../../ui/words';
import { SendingLeaf, sentInWords, useSendingForm } from '../post';
import { ItemFields } from './item-fields';
import { KeepWords } from './keep-words';
import { fromKept, useKeptRequests } from './kept';
import { WhenSent } from './when-sent';

/** Tells the requests of the job before from those that the procedure plans. */
const lastKey = (at: number) => `last ${at}`;

/** What is said once it was sent or planned. */
function doneInWords(preview: SendPreview, { now, sendOn, eachTime }: SendRequest, day: CivilDate): string {
  const also = eachTime === undefined ? '' : ' It is asked with each later job as well.';
  if (sendOn !== undefined && sendOn > day.toString()) return `Planned: it goes out ${dayInWords(sendOn, day)}.${also}`;
  if (preview.messages.length > 0) return `${sentInWords(preview, now, day)}${also}`;
  return `${preview.inPortal?.length ? 'It can be seen in the portal. No message was sent.' : 'Recorded. No message was sent; there is a task for it instead.'}${also}`;
}

/** Asks the client for things: first what is wanted, then what goes to whom, then it goes. */
export function RequestLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const { day } = useSession();
  const proposed = job.phases.find((phase) => phase.stands === 'current')?.proposedRequests ?? [];
  const { data: lastTime = [] } = useData(requestsRoutes.lastTime, { id: job.id });
  const kept = useKeptRequests(job.service);
  const filled = (key: string | undefined): Partial<SendRequest> => {
    const one = kept.find(({ id }) => id === key);
    if (one) return { planKey: undefined, ...fromKept(one, day) };
    const last = lastTime.find((_, at) => key === lastKey(at));
    if (last)
      return {
        planKey: undefined,
        title: last.title,
        dueOn: last.wantedBy,
        items: last.items.map(({ name, description, period, wantedBy, link }) => ({
          name,
          description: description ?? '',
          period: period ?? '',
          wantedBy: wantedBy ?? '',
          link: link ?? '',
        })),
      };
    const plan = proposed.find((one) => one.key === key);
    return plan
      ? { planKey: plan.key, title: `${plan.title}, ${job.name.split(', ').at(-1)}`, items: plan.items }
      : { planKey: undefined, title: '', items: [{ name: '', description: '' }] };
  };
  const [which, setWhich] = useState(proposed[0]?.key ?? '');
  const { form, step } = useSendingForm<SendRequest>({
    input: SendRequest,
    start: { ...filled(proposed[0]?.key), dueOn: addWorkingDays(day, 5).toString(), now: false },
    preview: (values) => ask(requestsRoutes.preview, { id: job.id }, values),
    send: (values) => send(requestsRoutes.send, { id: job.id }, values),
    said: doneInWords,
    onClose,
  });
  const { register, control, formState } = form;
  const { errors } = formState;
  const sendOn = form.watch('sendOn');
  const isLater = sendOn !== undefined && sendOn > day.toString();
  return (
    <SendingLeaf
      title="Ask the client"
      step={step}
      withNobody="Record the request, no message is sent"
      sends={isLater ? `Plan it for ${dayInWords(sendOn, day)}` : undefined}
    >
      {proposed.length + lastTime.length + kept.length > 0 && (
        <SelectField
          label="Which request"
          hint={
            proposed.length === 0
              ? undefined
              : proposed.length === 1
                ? 'The procedure plans it for this phase.'
                : 'The procedure plans them for this phase, and they were not sent yet.'
          }
          value={which}
          onChange={({ target }) => {
            setWhich(target.value);
            form.reset({ ...form.getValues(), ...filled(target.value) });
          }}
        >
          {proposed.map((plan) => (
            <option key={plan.key} value={plan.key}>
              {plan.title}
            </option>
          ))}
          {lastTime.map((last, at) => (
            <option key={lastKey(at)} value={lastKey(at)}>
              as last time, {last.of}: {last.title}
            </option>
          ))}
          {kept.map((one) => (
            <option key={one.id} value={one.id}>
              {one.title}, kept {one.service === null ? 'for all services' : `for ${one.service}`}
            </option>
          ))}
          <option value="">something else</option>
        </SelectField>
      )}
      <TextField label="Title" {...register('title')} error={errors.title?.message} />
      <DateField label="Wanted by" control={control} name="dueOn" error={errors.dueOn?.message} />
      <WhenSent form={form} ofService={job.service} />
      <h3 className="mb-1.5">Items</h3>
      <ItemFields form={form} documents={job.documents} />
      <KeepWords form={form} service={job.service} />
    </SendingLeaf>
  );
}
