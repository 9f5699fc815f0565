import * as postRoutes from '@steady/contract/post.routes';
import { SendingRules } from '@steady/contract/sending';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { LongTextField, TextField, TickField } from '../../ui/fields';
import { asNumber } from '../../ui/form';
import { FormSheet } from '../../ui/form-sheet';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { FirmViews, useSettingsForm } from '../team';

/** How messages go to clients: how many a day, when, and whether several go as one. */
export function SendingPage() {
  const { data, error } = useData(postRoutes.rules);
  if (error) return <Trouble error={error} />;
  return (
    <Page
      title="Sending"
      sum={
        <>
          When messages go to clients, so that nobody gets too many. Codes, answers to their questions and what is sent “now” go at once.{' '}
          <WhoMay right="run firm" act="It is changed" />
        </>
      }
      tools={<FirmViews />}
    >
      {data && <SendingForm of={data} />}
    </Page>
  );
}

function SendingForm({ of }: { of: SendingRules }) {
  const notify = useNotify();
  const mayChange = useSession().may('run firm');
  const { form, onSubmit, busy, problem } = useSettingsForm<SendingRules>({
    input: SendingRules,
    settings: of,
    save: async (values) => {
      await send(postRoutes.keepRules, {}, values);
      notify('Saved. What waits was planned anew.');
    },
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <FormSheet problem={problem} busy={busy} onSubmit={onSubmit} act={mayChange ? 'Save' : undefined}>
      <fieldset disabled={!mayChange} className="max-w-2xl">
        <TextField
          narrow
          inputMode="numeric"
          label="Messages a day to one person"
          hint="At most. A client can have a number of its own: on its page, under the facts."
          {...register('perDay', { setValueAs: asNumber })}
          error={errors.perDay?.message}
        />
        <div className="grid grid-cols-2 gap-x-4 sm:max-w-sm">
          <TextField label="From" hint="For example 08:00" {...register('from')} error={errors.from?.message} />
          <TextField label="Until" hint="For example 18:00" {...register('until')} error={errors.until?.message} />
        </div>
        <p className="mb-3 text-table text-soft">On working days alone. Weekends, public holidays and our closing days are left out.</p>
        <TickField label="What falls together goes as one message, with a heading for each matter" {...register('together')} />
        <h2 className="mt-5 mb-1">Follow-ups</h2>
        <p className="mb-3 text-table text-soft">
          Each names only what is still missing. Quiet while a client’s question waits for us or the job is on hold; stopped at a request, or for a client under
          its facts.
        </p>
        <TickField label="Clients are followed up by themselves until everything is in" {...register('followsUp')} />
        <div className="grid grid-cols-2 gap-x-4 sm:max-w-sm">
          <TextField
            inputMode="numeric"
            label="After"
            hint="working days since we wrote"
            {...register('everyDays', { setValueAs: asNumber })}
            error={errors.everyDays?.message}
          />
          <TextField
            inputMode="numeric"
            label="At most"
            hint="times, then a task for us"
            {...register('most', { setValueAs: asNumber })}
            error={errors.most?.message}
          />
        </div>
        <TickField
          label="Bills that are not paid are reminded in the same way, counted from the day by which they were to be paid"
          {...register('remindsOfBills')}
        />
        <h2 className="mt-5 mb-1">Records that come late</h2>
        <p className="mb-3 text-table text-soft">
          Each job has a last safe day, counted back from its deadline. Follow-ups name it; when it goes by, the job’s history keeps what was missing and what
          was agreed.
        </p>
        <TextField
          narrow
          inputMode="numeric"
          label="Records are needed"
          hint="working days before the deadline; 0 where nothing was agreed"
          {...register('lateDays', { setValueAs: asNumber })}
          error={errors.lateDays?.message}
        />
        <LongTextField
          label="What follows when they come later"
          hint="Clients read exactly these words."
          {...register('consequence')}
          error={errors.consequence?.message}
        />
      </fieldset>
    </FormSheet>
  );
}
