import * as arrivalsRoutes from '@steady/contract/arrivals.routes';
import { type DropOffView, KeepDropOff } from '@steady/contract/arrivals';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LongTextField, TickField } from '../../ui/fields';
import { FormSheet } from '../../ui/form-sheet';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';
import { FirmViews, useSettingsForm } from '../team';
import { ChooseAddress } from './choose-address';
import { PageLink } from './page-link';

/** The firm’s public page: where it is, what it says, who takes what is left there. */
export function DropOffSettingsPage() {
  const { data, error } = useData(arrivalsRoutes.page);
  if (error) return <Trouble error={error} />;
  return (
    <Page
      title="Drop-off page"
      sum={data && <Sum of={data} />}
      tools={<FirmViews />}
      margin={data?.address && <PageLink address={data.address} isOn={data.isOn} />}
    >
      {data && (data.address === null ? <ChooseAddress suggested={data.suggested} /> : <Settings of={data} />)}
    </Page>
  );
}

function Sum({ of: { address, isOn, shutUntil } }: { of: DropOffView }) {
  const { day } = useSession();
  const what = 'A public page where anybody can leave a message and files; their address is confirmed by a code.';
  if (address === null) return <>{what} It needs an address first.</>;
  if (shutUntil)
    return (
      <>
        {what} <span className="soon">It takes nothing until {momentInWords(shutUntil, day)}: more came in an hour than people send.</span>
      </>
    );
  return (
    <>
      {what} {isOn ? <span className="good">It is on.</span> : <span className="soon">It is off.</span>}
    </>
  );
}

function Settings({ of }: { of: DropOffView }) {
  const notify = useNotify();
  const { version, isOn, welcome, hours, memberIds, members } = of;
  const { form, onSubmit, busy, problem } = useSettingsForm<KeepDropOff>({
    input: KeepDropOff,
    settings: { version, isOn, welcome, hours: hours ?? '', memberIds },
    save: async (values) => {
      await send(arrivalsRoutes.keepPage, {}, values);
      notify(values.isOn ? 'Saved. The page is on.' : 'Saved. The page is off.');
    },
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <FormSheet problem={problem} busy={busy} onSubmit={onSubmit} act="Save">
      <TickField label="The page is on: it takes messages and files" {...register('isOn')} />
      {errors.isOn && <p className="mb-2 text-table text-rust">{errors.isOn.message}</p>}
      <LongTextField label="What it says" rows={4} {...register('welcome')} error={errors.welcome?.message} />
      <LongTextField
        label="Opening hours"
        hint="Line by line, for example: Mon to Fri 9.00 to 17.30"
        rows={3}
        {...register('hours')}
        error={errors.hours?.message}
      />
      <fieldset className="mb-3">
        <legend className="mb-1 font-semibold">Who takes what is left there</legend>
        <p className="mb-1 text-table text-soft">They find it on Today and read it; besides them only those whose role reads private conversations.</p>
        <div className="grid gap-x-6 sm:grid-cols-2">
          {members.map(({ id, name }) => (
            <TickField key={id} label={name} value={id} {...register('memberIds')} />
          ))}
        </div>
        {errors.memberIds && <p className="mt-1 text-table text-rust">{errors.memberIds.message}</p>}
      </fieldset>
    </FormSheet>
  );
}
