import * as teamRoutes from '@steady/contract/team.routes';
import { Letterhead, type LetterheadView } from '@steady/contract/letterhead';
import { ibanInGroups } from '@steady/core/money';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { LongTextField, TextField } from '../../ui/fields';
import { asNumber } from '../../ui/form';
import { FormSheet } from '../../ui/form-sheet';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { FirmViews } from './firm-views';
import { LogoSheet } from './logo-sheet';
import { useSettingsForm } from './settings-form';

/** Who the firm is on its own paper: what stands on its bills, and how they are paid. */
export function LetterheadPage() {
  const { data, error } = useData(teamRoutes.letterhead);
  if (error) return <Trouble error={error} />;
  const missing = data ? [...(data.vatNumber ? [] : ['a VAT number']), ...(data.iban ? [] : ['an account number'])] : [];
  return (
    <Page
      title="Letterhead"
      sum={
        <>
          What stands on bills from now on; those issued keep theirs. <WhoMay right="run firm" act="The letterhead is changed" />
          {missing.length > 0 && <span className="soon">Bills are printed without {missing.join(' and ')}.</span>}
        </>
      }
      tools={<FirmViews />}
    >
      {data && (
        <>
          <LogoSheet logo={data.logo} />
          <LetterheadForm of={data} />
        </>
      )}
    </Page>
  );
}

function LetterheadForm({ of: { logo: _, ...of } }: { of: LetterheadView }) {
  const notify = useNotify();
  const mayChange = useSession().may('run firm');
  const { form, onSubmit, busy, problem } = useSettingsForm<Letterhead>({
    input: Letterhead,
    settings: { ...of, iban: of.iban && ibanInGroups(of.iban) },
    save: async (values) => {
      await send(teamRoutes.keepLetterhead, {}, values);
      notify('Saved. It stands on the next bill.');
    },
  });
  const { register, formState } = form;
  const text = (name: 'name' | 'vatNumber' | 'iban' | 'bic' | 'creditorId', label: string, hint?: string) => (
    <TextField label={label} hint={hint} {...register(name)} error={formState.errors[name]?.message} />
  );
  return (
    <FormSheet problem={problem} busy={busy} onSubmit={onSubmit} act={mayChange ? 'Save' : undefined}>
      <fieldset disabled={!mayChange} className="grid gap-x-10 sm:grid-cols-2">
        <section>
          <h2 className="mb-1">The firm</h2>
          {text('name', 'Name', 'As it is registered')}
          <LongTextField label="Address" hint="As it is printed, line by line" {...register('address')} error={formState.errors.address?.message} />
          {text('vatNumber', 'VAT number')}
        </section>
        <section>
          <h2 className="mb-1">How bills are paid</h2>
          {text('iban', 'Account (IBAN)')}
          {text('bic', 'Bank (BIC)')}
          {text('creditorId', 'Creditor identifier', 'For collecting by direct debit')}
          <TextField
            narrow
            inputMode="numeric"
            label="Paid within"
            hint="days of the date of issue"
            {...register('paymentDays', { setValueAs: asNumber })}
            error={formState.errors.paymentDays?.message}
          />
        </section>
        <div className="sm:col-span-2">
          <LongTextField label="Terms" hint="Printed below the total" {...register('terms')} error={formState.errors.terms?.message} />
        </div>
      </fieldset>
    </FormSheet>
  );
}
