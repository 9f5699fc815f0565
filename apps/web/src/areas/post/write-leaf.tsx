import { isDay } from '@steady/core/calendar';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as postRoutes from '@steady/contract/post.routes';
import { DETAILS } from '@steady/core/templates';
import { WriteMessage } from '@steady/contract/post';
import { ask, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { dayInWords } from '../../ui/words';
import { useSendingForm } from './sending-form';
import { SendingLeaf, sentInWords } from './sending-leaf';

interface Props {
  client: { id: string; name: string };
  /** The job that it is about, where it is written from one. */
  job?: { id: string; name: string };
  onClose(): void;
}

/** Writes to a client: own words or a kept message, then what each reads, word for word, then it goes, now or on a day. */
export function WriteLeaf({ client, job, onClose }: Props) {
  const { day, today } = useSession();
  const { data: templates = [] } = useData(postRoutes.kept);
  const { data: jobs } = useData(jobsRoutes.list, job ? null : { status: 'open', client: client.id });
  const { form, step } = useSendingForm<WriteMessage>({
    input: WriteMessage,
    start: { clientId: client.id, jobId: job?.id ?? '', subject: '', body: '', on: '', now: false },
    preview: (values) => ask(postRoutes.preview, {}, values),
    send: (values) => send(postRoutes.write, {}, values),
    said: (preview, values) => {
      const to = preview.messages.map((message) => message.to).join(', ');
      return values.on && values.on > today ? `It goes to ${to} on ${dayInWords(values.on, day)}.` : sentInWords(preview, values.now, day);
    },
    onClose,
  });
  const { register, control, formState, setValue, clearErrors, watch } = form;
  const on = watch('on');
  const later = isDay(on) && on > today ? on : null;
  const { errors } = formState;
  return (
    <SendingLeaf
      title={`Write to ${client.name}`}
      step={step}
      withNobody={null}
      after={later && <p className="text-table">It goes out in the morning of {dayInWords(later, day)}, and can be cancelled until then.</p>}
    >
      {templates.length > 0 && (
        <SelectField
          label="Begin with"
          defaultValue=""
          onChange={({ target }) => {
            const kept = templates.find((one) => one.id === target.value);
            setValue('subject', kept?.subject ?? '');
            setValue('body', kept?.body ?? '');
            clearErrors();
          }}
        >
          <option value="">words of your own</option>
          {templates.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </SelectField>
      )}
      {!job && (
        <SelectField label="About the job" {...register('jobId')} error={errors.jobId?.message}>
          <option value="">no job in particular</option>
          {jobs?.rows.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </SelectField>
      )}
      <TextField label="Subject" autoFocus {...register('subject')} error={errors.subject?.message} />
      <LongTextField
        label="What they read"
        rows={9}
        hint={`It begins with “Dear …” and ends with a link to the portal and your name. What stands between braces is filled in: ${Object.keys(DETAILS)
          .map((detail) => `{${detail}}`)
          .join(' ')}`}
        {...register('body')}
        error={errors.body?.message}
      />
      <DateField label="Goes out on" hint="In the morning of that day; left empty, at once." control={control} name="on" error={errors.on?.message} />
    </SendingLeaf>
  );
}
