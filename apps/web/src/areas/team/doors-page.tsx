import * as teamRoutes from '@steady/contract/team.routes';
import { FirmDoors } from '@steady/contract/firm-doors';
import { send, useData } from '../../app/api';
import { TextField, TickField } from '../../ui/fields';
import { asNumber } from '../../ui/form';
import { FormSheet } from '../../ui/form-sheet';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { FirmViews } from './firm-views';
import { useSettingsForm } from './settings-form';

/** How people of the firm come in and for how long, and where its messages come from. */
export function DoorsPage() {
  const { data, error } = useData(teamRoutes.doors);
  if (error) return <Trouble error={error} />;
  return (
    <Page title="Sign-in and mail" sum="How people of the firm sign in, how long they stay signed in, and the address that clients see." tools={<FirmViews />}>
      {data && <DoorsForm doors={data} />}
    </Page>
  );
}

function DoorsForm({ doors }: { doors: FirmDoors }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useSettingsForm<FirmDoors>({
    input: FirmDoors,
    settings: doors,
    save: async (values) => {
      await send(teamRoutes.keepDoors, {}, values);
      notify('Saved. It applies from the next sign-in.');
    },
  });
  const { register, formState } = form;
  const figure = (name: 'idleMinutes' | 'sessionHours' | 'adminIdleMinutes' | 'adminSessionHours', label: string, hint: string) => (
    <TextField narrow inputMode="numeric" label={label} hint={hint} {...register(name, { setValueAs: asNumber })} error={formState.errors[name]?.message} />
  );
  return (
    <FormSheet problem={problem} busy={busy} onSubmit={onSubmit} act="Save">
      <h2 className="mb-1">Second step</h2>
      <TickField label="Everybody needs the second step. Who has none sets it up before anything else." {...register('secondStepRequired')} />
      <div className="mt-4 grid gap-x-10 sm:grid-cols-2">
        <section>
          <h2 className="mb-1">Administrators</h2>
          {figure('adminIdleMinutes', 'Signed out after', 'minutes in which nothing was done')}
          {figure('adminSessionHours', 'And in any case after', 'hours')}
        </section>
        <section>
          <h2 className="mb-1">Everybody else</h2>
          {figure('idleMinutes', 'Signed out after', 'minutes in which nothing was done')}
          {figure('sessionHours', 'And in any case after', 'hours')}
        </section>
      </div>
      <h2 className="mt-4 mb-1">Mail</h2>
      <TextField
        label="The firm writes from"
        type="email"
        hint="Clients see this address beside the firm’s name, and answer to it."
        {...register('mailAddress')}
        error={formState.errors.mailAddress?.message}
      />
    </FormSheet>
  );
}
