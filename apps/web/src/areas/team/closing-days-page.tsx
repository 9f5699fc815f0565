import * as teamRoutes from '@steady/contract/team.routes';
import { civil } from '@steady/core/calendar';
import { counted, fullDate } from '@steady/core/words';
import { ClosingDay } from '@steady/contract/closing-days';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { DateField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { FirmViews } from './firm-views';

/** Days on which the firm is closed: public holidays, which are known, and its own. Targets, starts and dates of its own keep off them. */
export function ClosingDaysPage() {
  const session = useSession();
  const { act, busy: taking } = useAct();
  const { data } = useData(teamRoutes.closingDays);
  const mayChange = session.may('change services');
  const { form, onSubmit, busy, problem } = useLeafForm<ClosingDay>({
    input: ClosingDay,
    start: { day: '', name: '' },
    submit: async (values) => {
      const { own = [], version = 1 } = data ?? {};
      await send(teamRoutes.keepClosingDays, {}, { days: [...own.filter((one) => one.day !== values.day), values], version });
      form.reset({ day: '', name: '' });
    },
  });
  if (!data) return null;
  const year = session.day.add({ years: 1 }).toString();
  const holidays = data.holidays.filter((one) => one.day < year);
  const rows = [...data.own.map((one) => ({ ...one, own: true })), ...holidays.map((one) => ({ ...one, own: false }))].sort((a, b) =>
    a.day.localeCompare(b.day),
  );
  return (
    <Page
      title="Closing days"
      sum={`${counted(holidays.length, 'public holiday')} in the next twelve months, and ${counted(data.own.length, 'day')} of our own. Our targets and starts avoid them.`}
      tools={<FirmViews />}
    >
      <WhoMay right="change services" act="Closing days are changed" />
      {mayChange && (
        <form
          noValidate
          className="sheet mb-4 flex flex-wrap items-start gap-x-4 px-5 pt-3 max-sm:pb-4"
          onSubmit={(event) => {
            event.preventDefault();
            onSubmit();
          }}
        >
          <DateField label="We are closed on" control={form.control} name="day" error={form.formState.errors.day?.message} />
          <div className="min-w-64">
            <TextField
              label="Why"
              hint="For example: office move"
              {...form.register('name')}
              error={form.formState.errors.name?.message ?? problem ?? undefined}
            />
          </div>
          <button type="submit" className="act sm:mt-[22px]" disabled={busy}>
            Add the day
          </button>
        </form>
      )}
      <LedgerTable
        label="Closing days"
        rows={rows}
        keyOf={(row) => `${row.day} ${row.own}`}
        columns={[
          { key: 'day', head: 'Day', cell: (row) => fullDate(civil(row.day)) },
          { key: 'name', head: 'Why', cell: (row) => row.name },
          { key: 'own', head: '', cell: (row) => (row.own ? 'our own' : <span className="text-soft">public holiday</span>) },
          {
            key: 'take',
            head: '',
            cell: (row) =>
              row.own &&
              mayChange && (
                <button
                  className="lnk"
                  disabled={taking}
                  aria-label={`Remove ${row.name}`}
                  onClick={() =>
                    void act(
                      () => send(teamRoutes.keepClosingDays, {}, { days: data.own.filter((one) => one.day !== row.day), version: data.version }),
                      'Removed.',
                    )
                  }
                >
                  Remove
                </button>
              ),
          },
        ]}
      />
    </Page>
  );
}
