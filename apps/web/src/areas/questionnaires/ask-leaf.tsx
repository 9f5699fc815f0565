import * as routes from '@steady/contract/questionnaires.routes';
import { addWorkingDays } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import type { JobView } from '@steady/contract/jobs';
import { AskQuestionnaire } from '@steady/contract/questionnaires';
import { ask, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { SendingLeaf, useSendingForm } from '../post';

/** Sends a questionnaire to the client of a job: which, then what goes to whom, then it goes. */
export function AskQuestionnaireLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const { day } = useSession();
  const { data: templates } = useData(routes.list);
  const { form, preview, step } = useSendingForm<AskQuestionnaire>({
    input: AskQuestionnaire,
    start: { templateId: '', title: '', words: '', dueOn: addWorkingDays(day, 8).toString(), now: false },
    preview: (values) => ask(routes.preview, { id: job.id }, values),
    send: (values) => send(routes.ask, { id: job.id }, values),
    onClose,
  });
  const { register, control, formState, setValue, getValues } = form;
  const { errors } = formState;
  const offered = templates?.filter(({ retired }) => !retired) ?? [];
  const chosen = register('templateId');
  return (
    <SendingLeaf
      title="Send a questionnaire"
      step={step}
      withNobody="Record it, no message is sent"
      after={preview?.messages.length === 0 && <p className="text-table text-soft">A task to fill it in together takes its place. It can be printed, too.</p>}
    >
      {templates && offered.length === 0 && (
        <p className="soon mb-3 text-table">The firm has no questionnaire yet: see Firm, Questionnaires, where some are supplied.</p>
      )}
      <SelectField
        label="Questionnaire"
        autoFocus
        {...chosen}
        onChange={(event) => {
          void chosen.onChange(event);
          const before = offered.find(({ name }) => getValues('title') === name || getValues('title').startsWith(`${name}, `));
          const name = offered.find(({ id }) => id === event.target.value)?.name;
          const period = job.name.includes(', ') ? job.name.slice(job.name.lastIndexOf(', ')) : '';
          if (name && (getValues('title') === '' || before)) setValue('title', `${name}${period}`);
        }}
        error={errors.templateId?.message}
      >
        <option value="">Choose</option>
        {offered.map(({ id, name, questions }) => (
          <option key={id} value={id}>
            {name}, {counted(questions, 'question')}
          </option>
        ))}
      </SelectField>
      <TextField label="Title" hint="The client reads it first." {...register('title')} error={errors.title?.message} />
      <DateField label="Wanted by" control={control} name="dueOn" error={errors.dueOn?.message} />
      <LongTextField label="A word with it" hint="May stay empty." {...register('words')} error={errors.words?.message} />
    </SendingLeaf>
  );
}
