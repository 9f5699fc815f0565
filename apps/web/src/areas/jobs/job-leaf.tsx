import * as jobsRoutes from '@steady/contract/jobs.routes';
import { CATEGORIES, ChangeJob, type JobView, PRIORITIES } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, MoneyField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { dayInWords } from '../../ui/words';
import { KindOfIncomeField } from '../services/kinds-of-income';
import { PersonSelect } from '../team/person-select';

/** People, dates, fee and status of one job. */
export function JobLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const session = useSession();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeJob>({
    input: ChangeJob,
    start: {
      name: job.name,
      startOn: job.startOn,
      targetOn: job.targetOn,
      dueOn: job.dueOn,
      priority: job.priority,
      category: job.category,
      ownStatus: job.ownStatus ?? '',
      income: job.income ?? '',
      version: job.version,
      contactId: job.contactId ?? '',
      partnerId: job.partnerId ?? '',
      managerId: job.managerId ?? '',
      preparerId: job.preparerId ?? '',
      ...(job.money ? { fee: job.money.agreedFee } : {}),
    },
    submit: async (values) => {
      const { partnerId = null, managerId = null, preparerId = null, contactId = null, ownStatus = null, income = null, ...rest } = values;
      // A day that stays is not sent: a deadline that a rule has set is not ours to name.
      const days = Object.fromEntries((['startOn', 'targetOn', 'dueOn'] as const).map((key) => [key, rest[key] === job[key] ? undefined : rest[key]]));
      await send(jobsRoutes.changeJob, { id: job.id }, { ...rest, ...days, partnerId, managerId, preparerId, contactId, ownStatus, income });
      onClose();
    },
  });
  const { register, control, formState, watch } = form;
  const handsOver = (['preparerId', 'managerId', 'partnerId'] as const).some((role) => (watch(role) || null) !== job[role] && watch(role));
  const { errors } = formState;
  return (
    <Leaf open title={`Job ${job.number}`} act="Save the job" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name" autoFocus {...register('name')} error={errors.name?.message} />
      <PersonSelect label="Preparer" nobody="nobody yet" {...register('preparerId')} error={errors.preparerId?.message} />
      <PersonSelect label="Manager" nobody="nobody yet" {...register('managerId')} error={errors.managerId?.message} />
      <PersonSelect label="Partner" nobody="nobody yet" {...register('partnerId')} error={errors.partnerId?.message} />
      <p className="mb-3 text-fine text-soft">Open tasks of a role go to its new person.</p>
      {handsOver && <LongTextField label="A word with it" hint="Whoever gets the job finds it on Today." {...register('word')} error={errors.word?.message} />}
      <SelectField label="Settled with" hint="Requests and messages of this job go to them." {...register('contactId')} error={errors.contactId?.message}>
        <option value="">whoever gets requests</option>
        {job.contacts
          .filter((contact) => contact.getsRequests || contact.id === job.contactId)
          .map((contact) => (
            <option key={contact.id} value={contact.id}>
              {contact.name}
            </option>
          ))}
      </SelectField>
      <SelectField label="Priority" {...register('priority')} error={errors.priority?.message}>
        {PRIORITIES.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </SelectField>
      <TextField
        label="Our own status"
        hint="A word of your own for where it stands, for example “at the bank”."
        {...register('ownStatus')}
        error={errors.ownStatus?.message}
      />
      <DateField label="Starts" {...register('startOn')} error={errors.startOn?.message} />
      <DateField label="Our target" hint="What is open of its tasks moves with it." {...register('targetOn')} error={errors.targetOn?.message} />
      {job.obligation === null ? (
        <DateField label="Last day" {...register('dueOn')} error={errors.dueOn?.message} />
      ) : (
        <p className="mb-3 text-fine text-soft">Its deadline, {dayInWords(job.dueOn, session.day)}, is set by a rule and moves only by an extension.</p>
      )}
      <SelectField label="Billed" {...register('category')} error={errors.category?.message}>
        {CATEGORIES.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </SelectField>
      <KindOfIncomeField
        hint="As the firm adds it up, for example “Advice”. At first that of its service."
        {...register('income')}
        error={errors.income?.message}
      />
      {job.money && <MoneyField label={`Agreed fee, net, ${session.firm.currency}`} control={control} name="fee" error={errors.fee?.message} />}
    </Leaf>
  );
}
