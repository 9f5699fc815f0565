import { type KnownFacts } from '@steady/core/facts';
import { JOB_FACTS, enteredJobFacts } from '@steady/core/jobs';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { ChangeJob, type JobView } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { FactField, FactFields, fieldsOf } from '../../ui/fact-field';
import { LongTextField, SelectField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { dayInWords } from '../../ui/words';
import { KindOfIncomeField } from '../services';

/** People, dates, fee and status of one job. */
export function JobLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const session = useSession();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeJob>({
    input: ChangeJob,
    start: startFrom(job),
    submit: async (values) => {
      // What was emptied is taken away; a day that stays is not sent: a deadline that a rule has set is not ours to name.
      const emptied = Object.fromEntries(enteredJobFacts.filter((fact) => !fact.required).map((fact) => [fact.key, null]));
      const days = Object.fromEntries((['startOn', 'targetOn', 'dueOn'] as const).map((key) => [key, values[key] === job[key] ? undefined : values[key]]));
      await send(jobsRoutes.changeJob, { id: job.id }, { ...emptied, ...values, ...days });
      onClose();
    },
  });
  const { register, formState, watch } = form;
  const { errors } = formState;
  const given: KnownFacts = { ...watch() };
  const handsOver = enteredJobFacts.some((fact) => fact.kind === 'person' && given[fact.key] && given[fact.key] !== job[fact.key as 'preparerId']);
  /** Fields for which the job has more to say than their kind. */
  const instead = {
    contactId: (
      <SelectField label={JOB_FACTS.contactId.label} hint={JOB_FACTS.contactId.hint} {...register('contactId')} error={errors.contactId?.message}>
        <option value="">whoever gets requests</option>
        {job.contacts
          .filter((contact) => contact.getsRequests || contact.id === job.contactId)
          .map((contact) => (
            <option key={contact.id} value={contact.id}>
              {contact.name}
            </option>
          ))}
      </SelectField>
    ),
    income: <KindOfIncomeField hint={JOB_FACTS.income.hint} {...register('income')} error={errors.income?.message} />,
    ...(job.obligation === null
      ? {}
      : {
          dueOn: (
            <p className="mb-3 text-fine text-soft">Its deadline, {dayInWords(job.dueOn, session.day)}, is set by a rule and moves only by an extension.</p>
          ),
        }),
    fee: job.money && (
      <MoneyField label={`${JOB_FACTS.fee.label}, net, ${session.firm.currency}`} control={form.control} name="fee" error={errors.fee?.message} />
    ),
  };
  const section = (name: string) => (
    <FactFields facts={enteredJobFacts.filter((fact) => fact.section === name && fact.key !== 'name')} given={given} instead={instead} {...fieldsOf(form)} />
  );
  return (
    <Leaf open title={`Job ${job.number}`} act="Save the job" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <FactField fact={{ key: 'name', ...JOB_FACTS.name }} given={given} autoFocus {...fieldsOf(form)} />
      {section('people')}
      <p className="mb-3 text-fine text-soft">Open tasks of a role go to its new person.</p>
      {handsOver && <LongTextField label="Add a note" hint="Whoever gets the job sees it on Today." {...register('word')} error={errors.word?.message} />}
      {section('job')}
      {section('dates')}
      {section('billing')}
    </Leaf>
  );
}

/** What of a job goes into the form: its facts, and the fee where it may be seen. */
function startFrom(job: JobView): Partial<ChangeJob> {
  const facts = enteredJobFacts.map(({ key }): [string, unknown] => [key, key === 'fee' ? job.money?.agreedFee : (job[key] ?? '')]);
  return { ...Object.fromEntries<unknown>(facts), version: job.version };
}
