import { CATEGORIES, ChangeJob, type JobView, PRIORITIES } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, MoneyField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { KindOfIncomeField } from '../services/kinds-of-income';
import { PersonSelect } from '../team/person-select';

/** People, dates, fee and status of one job. */
export function JobLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const session = useSession();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeJob>({
    input: ChangeJob,
    start: {
      ...{
        name: job.name,
        startOn: job.startOn,
        priority: job.priority,
        category: job.category,
        ownStatus: job.ownStatus ?? '',
        income: job.income ?? '',
        version: job.version,
      },
      ...{ contactId: job.contactId ?? '', partnerId: job.partnerId ?? '', managerId: job.managerId ?? '', preparerId: job.preparerId ?? '' },
      ...(job.money ? { fee: job.money.agreedFee } : {}),
    },
    submit: async (values) => {
      const { partnerId = null, managerId = null, preparerId = null, contactId = null, ownStatus = null, income = null, ...rest } = values;
      await send('PATCH', `/api/jobs/${job.id}`, { ...rest, partnerId, managerId, preparerId, contactId, ownStatus, income });
      onClose();
    },
  });
  const { register, control, formState } = form;
  const { errors } = formState;
  return (
    <Leaf open title={`Job ${job.number}`} act="Save the job" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name" autoFocus {...register('name')} error={errors.name?.message} />
      <PersonSelect label="Preparer" nobody="nobody yet" {...register('preparerId')} error={errors.preparerId?.message} />
      <PersonSelect label="Manager" nobody="nobody yet" {...register('managerId')} error={errors.managerId?.message} />
      <PersonSelect label="Partner" nobody="nobody yet" {...register('partnerId')} error={errors.partnerId?.message} />
      <p className="mb-3 text-fine text-soft">Open tasks of a role go to its new person.</p>
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
