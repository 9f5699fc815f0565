import * as clientsRoutes from '@steady/contract/clients.routes';
import * as effectsRoutes from '@steady/contract/effects.routes';
import { AddClient, ChangeClient, type ClientView, LEGAL_FORMS, PAYMENT_METHODS, VAT_GROUPS } from '@steady/contract/clients';
import { ibanInGroups } from '@steady/core/money';
import { send, useData } from '../../app/api';
import { ChoiceField, DateField, MonthDayField, SelectField, TextField, WordsField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useForeseen } from '../almanac/effect';
import { PersonSelect } from '../team/person-select';
import { useSay } from '../../ui/toasts';
import { AddressFields } from './address-fields';
import { Alike } from './alike';
import { DetailInputs } from './detail-inputs';
import { FORM_WORDS } from './words';

interface Props {
  open: boolean;
  onClose(): void;
  /** The client to change; a new one is added when left out. */
  client?: ClientView;
  onSaved(id: string): void;
}

const blank = {
  name: '',
  standing: 'active' as const,
  vatRegistered: false,
  employer: false,
  way: 'online' as const,
  contact: { name: '', email: '', phone: '', role: '' },
};

/** What of a record goes into the form: nothing for what is not known. */
function startFrom(client: ClientView | undefined): Partial<AddClient & ChangeClient> {
  if (!client) return blank;
  const { name, legalForm, yearEnd, vatRegistered, vatGroup, vatNumber, employer, annualReturnDate, way, trade, partnerId, managerId, preparerId, version } =
    client;
  const { taxNumber, companyNumber, paperPlace, labels, details, vatFrom, vatUntil, employerFrom, employerUntil, address, iban, bic, paymentMethod } = client;
  const known = {
    vatFrom,
    vatUntil,
    employerFrom,
    employerUntil,
    address,
    iban: iban && ibanInGroups(iban),
    bic,
    paymentMethod,
    labels,
    details,
    taxNumber,
    companyNumber,
    paperPlace,
    yearEnd,
    vatGroup,
    vatNumber,
    annualReturnDate,
    trade,
    partnerId,
    managerId,
    preparerId,
  };
  return { name, legalForm, vatRegistered, employer, way, version, ...Object.fromEntries(Object.entries(known).filter(([, value]) => value !== null)) };
}

/** Adds a client with its first contact, or changes the facts of one. */
export function ClientLeaf(props: Props) {
  // The form begins anew each time the leaf is opened, but keeps what was typed when it is closed by a refusal.
  return props.open ? <OpenLeaf {...props} /> : null;
}

function OpenLeaf({ onClose, client, onSaved }: Props) {
  const say = useSay();
  const foreseen = useForeseen(effectsRoutes.client, { id: client?.id ?? '' }, 'the client’s facts changed');
  const { form, onSubmit, busy, problem, refusal } = useLeafForm<AddClient & ChangeClient>({
    input: (client ? ChangeClient : AddClient) as new () => AddClient & ChangeClient,
    start: startFrom(client),
    submit: async (values) => {
      if (!client) {
        const { id } = await send(clientsRoutes.add, {}, values);
        say(`Added ${values.name}.`);
        return onSaved(id);
      }
      // A year-end, a registration or another fact may move dates: they are shown before they move.
      await foreseen.before(values, async () => {
        await send(clientsRoutes.change, { id: client.id }, values);
        say(`Saved ${values.name}.`);
        onSaved(client.id);
      });
    },
  });
  const { register, control, watch, setValue, formState } = form;
  const { errors } = formState;
  const legalForm = watch('legalForm');
  const vat = watch('vatRegistered');
  const { data: details = [] } = useData(clientsRoutes.details);
  const ownDetails = details.filter((detail) => detail.forms.length === 0 || (legalForm && detail.forms.includes(legalForm)));
  const hasYear = legalForm === 'company' || legalForm === 'co-operative' || legalForm === 'charity';
  const theirs = refusal?.problem.code === 'changed-meanwhile' ? (refusal.problem.current as ClientView & { name: string }) : null;
  const people = (role: 'partnerId' | 'managerId' | 'preparerId', label: string) => (
    <PersonSelect label={label} {...register(role)} error={errors[role]?.message} nobody="Nobody yet" />
  );
  return (
    <Leaf
      open
      title={client ? `Facts of ${client.name}` : 'Add a client'}
      act={client ? 'Save the facts' : 'Add the client'}
      beside={foreseen.effect && <span className="text-table text-soft">Once more saves, with these dates.</span>}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      {theirs && client && (
        <BothVersions mine={form.getValues()} theirs={theirs} onTakeMine={() => (setValue('version', theirs.version), onSubmit())} onTakeTheirs={onClose} />
      )}
      {foreseen.view}
      <TextField label="Name" autoFocus {...register('name')} error={errors.name?.message} />
      <Alike name={watch('name')} vatNumber={watch('vatNumber')} taxNumber={watch('taxNumber')} companyNumber={watch('companyNumber')} not={client?.id} />
      {!client && (
        <ChoiceField
          label="Stands as"
          control={control}
          name="standing"
          choices={[
            { value: 'active', words: 'a client' },
            { value: 'prospect', words: 'a prospect', hint: 'thinks about joining' },
          ]}
        />
      )}
      <div className="grid grid-cols-2 gap-x-4">
        <SelectField label="Legal form" {...register('legalForm')} error={errors.legalForm?.message} defaultValue="">
          <option value="" disabled>
            Choose
          </option>
          {LEGAL_FORMS.map((value) => (
            <option key={value} value={value}>
              {FORM_WORDS[value]}
            </option>
          ))}
        </SelectField>
        <TextField label="Trade" hint="What they do, in a few words" {...register('trade')} error={errors.trade?.message} />
      </div>
      {hasYear && <MonthDayField label="Year-end" control={control} name="yearEnd" error={errors.yearEnd?.message} />}
      {legalForm === 'company' && (
        <MonthDayField
          label="Annual return date"
          control={control}
          name="annualReturnDate"
          hint="Of the companies office, if known"
          error={errors.annualReturnDate?.message}
        />
      )}
      <ChoiceField
        label="VAT"
        control={control}
        name="vatRegistered"
        choices={[
          { value: true, words: 'registered' },
          { value: false, words: 'not registered' },
        ]}
      />
      {vat && (
        <div className="grid grid-cols-2 gap-x-4">
          <SelectField label="Two-month group" {...register('vatGroup')} error={errors.vatGroup?.message} defaultValue="">
            <option value="">Choose</option>
            {VAT_GROUPS.map((group) => (
              <option key={group} value={group}>
                {group} and so on
              </option>
            ))}
          </SelectField>
          <TextField label="VAT number" {...register('vatNumber')} error={errors.vatNumber?.message} />
          <DateField label="Registered from" {...register('vatFrom')} error={errors.vatFrom?.message} />
          <DateField label="Until" hint="Empty while it goes on" {...register('vatUntil')} error={errors.vatUntil?.message} />
        </div>
      )}
      <div className="grid grid-cols-2 gap-x-4">
        <TextField label="Tax number" {...register('taxNumber')} error={errors.taxNumber?.message} />
        {hasYear && <TextField label="Company number" {...register('companyNumber')} error={errors.companyNumber?.message} />}
      </div>
      <ChoiceField
        label="Employs people"
        control={control}
        name="employer"
        choices={[
          { value: true, words: 'yes' },
          { value: false, words: 'no' },
        ]}
      />
      {watch('employer') && (
        <div className="grid grid-cols-2 gap-x-4">
          <DateField label="Registered from" {...register('employerFrom')} error={errors.employerFrom?.message} />
          <DateField label="Until" hint="Empty while it goes on" {...register('employerUntil')} error={errors.employerUntil?.message} />
        </div>
      )}
      <ChoiceField
        label="Works"
        control={control}
        name="way"
        hint={
          watch('way') === 'paper'
            ? 'No mail is sent to them: letters are printed, papers are handed over.'
            : 'Requests and bills go out by mail, answers come in by the portal.'
        }
        choices={[
          { value: 'online', words: 'online' },
          { value: 'paper', words: 'on paper' },
        ]}
      />
      {watch('way') === 'paper' && (
        <TextField label="Where its paper is" hint="Shelf 4, with Niamh, picked up" {...register('paperPlace')} error={errors.paperPlace?.message} />
      )}
      <WordsField label="Labels" control={control} name="labels" hint="Your own words, with commas between them" error={errors.labels?.message} />
      <AddressFields register={register} errors={errors.address} />
      <section className="mt-4 border-t border-rule pt-3">
        <h3 className="mb-2">Bank and payment</h3>
        <SelectField label="Pays by" narrow {...register('paymentMethod')} error={errors.paymentMethod?.message} defaultValue="">
          <option value="">Not known</option>
          {PAYMENT_METHODS.map((method) => (
            <option key={method} value={method}>
              {method}
            </option>
          ))}
        </SelectField>
        <div className="grid grid-cols-[1fr_130px] gap-x-4">
          <TextField label="Account (IBAN)" {...register('iban')} error={errors.iban?.message} />
          <TextField label="Bank code (BIC)" {...register('bic')} error={errors.bic?.message} />
        </div>
      </section>
      {ownDetails.length > 0 && (
        <section className="mt-4 border-t border-rule pt-3">
          <h3 className="mb-2">Details of our own</h3>
          <DetailInputs details={ownDetails} control={control} errors={errors} />
        </section>
      )}
      {!client && (
        <section className="mt-4 border-t border-rule pt-3">
          <h3 className="mb-2">First contact</h3>
          <div className="grid grid-cols-2 gap-x-4">
            <TextField label="Name of a person" {...register('contact.name')} error={errors.contact?.name?.message} />
            <TextField label="Role" hint="Director, bookkeeper, spouse" {...register('contact.role')} error={errors.contact?.role?.message} />
            <TextField label="Email address" type="email" {...register('contact.email')} error={errors.contact?.email?.message} />
            <TextField label="Telephone" {...register('contact.phone')} error={errors.contact?.phone?.message} />
          </div>
        </section>
      )}
      <section className="mt-4 border-t border-rule pt-3">
        <h3 className="mb-2">Ours</h3>
        {people('partnerId', 'Partner')}
        {people('managerId', 'Manager')}
        {people('preparerId', 'Preparer')}
      </section>
    </Leaf>
  );
}

const LABELS: Partial<Record<keyof ClientView, string>> = {
  name: 'Name',
  legalForm: 'Legal form',
  yearEnd: 'Year-end',
  vatRegistered: 'VAT registered',
  vatGroup: 'VAT group',
  vatNumber: 'VAT number',
  employer: 'Employs people',
  annualReturnDate: 'Annual return date',
  way: 'Works',
  trade: 'Trade',
};

/** Two people changed one record: both versions side by side, and the choice which stays. */
function BothVersions({
  mine,
  theirs,
  onTakeMine,
  onTakeTheirs,
}: {
  mine: Partial<ClientView>;
  theirs: Partial<ClientView>;
  onTakeMine(): void;
  onTakeTheirs(): void;
}) {
  const said = (value: unknown) => (typeof value === 'string' && value ? value : value === true ? 'yes' : value === false ? 'no' : 'nothing');
  const differ = (Object.keys(LABELS) as (keyof ClientView)[]).filter((key) => said(mine[key]) !== said(theirs[key]));
  return (
    <div className="mb-4 border border-ochre bg-ochre-tint p-3 text-table">
      <table className="w-full">
        <thead>
          <tr className="text-left">
            <th className="font-normal" />
            <th>Yours</th>
            <th>As it stands</th>
          </tr>
        </thead>
        <tbody>
          {differ.map((key) => (
            <tr key={key}>
              <th scope="row" className="pr-2 text-left font-normal text-soft">
                {LABELS[key]}
              </th>
              <td className="pr-2">{said(mine[key])}</td>
              <td>{said(theirs[key])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex gap-3">
        <button type="button" className="act" onClick={onTakeMine}>
          Save mine over it
        </button>
        <button type="button" className="act-quiet" onClick={onTakeTheirs}>
          Keep it stands
        </button>
      </div>
    </div>
  );
}
