import * as clientsRoutes from '@steady/contract/clients.routes';
import * as effectsRoutes from '@steady/contract/effects.routes';
import { CLIENT_FACTS, type ClientSection, enteredFacts, identifiers } from '@steady/core/clients';
import { type KnownFacts, factInWords } from '@steady/core/facts';
import type { UseFormReturn } from 'react-hook-form';
import { AddClient, ChangeClient, type ClientView } from '@steady/contract/clients';
import { type ProblemError, send, useData } from '../../app/api';
import { FactField, FactFields, fieldsOf } from '../../ui/fact-field';
import { ChoiceField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useForeseen } from '../almanac';
import { useNotify } from '../../ui/toasts';
import { Alike } from './alike';
import { BothVersions } from './both-versions';
import { DetailInputs } from './detail-inputs';
import { KnownPerson } from './known-person';

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
  const known = enteredFacts
    .filter((fact) => client[fact.key] !== null)
    .map((fact): [string, unknown] => [fact.key, fact.kind === 'account' ? factInWords(fact, client[fact.key]) : client[fact.key]]);
  return { ...Object.fromEntries<unknown>(known), details: client.details, version: client.version };
}

/** What somebody else saved meanwhile, where a save was refused for it. */
const theirVersion = (refusal: ProblemError | null) =>
  refusal?.problem.code === 'changed-meanwhile' ? (refusal.problem.current as ClientView & { name: string }) : null;

/** Adds a client with its first contact, or changes the facts of one. */
export function ClientLeaf(props: Props) {
  // The form begins anew each time the leaf is opened, but keeps what was typed when it is closed by a refusal.
  return props.open ? <OpenLeaf {...props} /> : null;
}

function OpenLeaf({ onClose, client, onSaved }: Props) {
  const notify = useNotify();
  const foreseen = useForeseen(effectsRoutes.client, { id: client?.id ?? '' }, 'the client’s facts changed');
  const { form, onSubmit, busy, problem, refusal } = useLeafForm<AddClient & ChangeClient>({
    input: (client ? ChangeClient : AddClient) as new () => AddClient & ChangeClient,
    start: startFrom(client),
    submit: async (values) => {
      if (!client) {
        const { id } = await send(clientsRoutes.add, {}, values);
        notify(`Added ${values.name}.`);
        return onSaved(id);
      }
      // A year-end, a registration or another fact may move dates: they are shown before they move.
      await foreseen.before(values, async () => {
        await send(clientsRoutes.change, { id: client.id }, values);
        notify(`Saved ${values.name}.`);
        onSaved(client.id);
      });
    },
  });
  const { control, watch, setValue, formState } = form;
  const { errors } = formState;
  const given: KnownFacts = { ...watch() };
  const { data: details = [] } = useData(clientsRoutes.details);
  const legalForm = watch('legalForm');
  const ownDetails = details.filter((detail) => detail.forms.length === 0 || (legalForm && detail.forms.includes(legalForm)));
  const theirs = theirVersion(refusal);
  const section = (name: ClientSection) => (
    <FactFields facts={enteredFacts.filter((fact) => fact.section === name && fact.key !== 'name')} given={given} {...fieldsOf(form)} />
  );
  return (
    <Leaf
      open
      title={client ? `Facts of ${client.name}` : 'Add a client'}
      act={client ? 'Save the facts' : 'Add the client'}
      beside={foreseen.effect && <span className="text-table text-soft">Press again to save with these dates.</span>}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      {theirs && client && (
        <BothVersions mine={form.getValues()} theirs={theirs} onTakeMine={() => (setValue('version', theirs.version), onSubmit())} onTakeTheirs={onClose} />
      )}
      {foreseen.view}
      <FactField fact={{ key: 'name', ...CLIENT_FACTS.name }} given={given} autoFocus {...fieldsOf(form)} />
      <Alike
        given={Object.fromEntries(['name', ...identifiers.map((fact) => fact.key)].map((key) => [key, given[key] as string | undefined]))}
        not={client?.id}
      />
      {!client && (
        <ChoiceField
          label="Status"
          control={control}
          name="standing"
          choices={[
            { value: 'active', words: 'a client' },
            { value: 'prospect', words: 'a prospect', hint: 'thinks about joining' },
          ]}
        />
      )}
      {section('client')}
      {section('VAT')}
      {section('registers')}
      {section('employer')}
      {section('work')}
      {section('labels')}
      {section('address')}
      <section className="mt-4 border-t border-rule pt-3">
        <h3 className="mb-2">Bank and payment</h3>
        {section('payment')}
      </section>
      {ownDetails.length > 0 && (
        <section className="mt-4 border-t border-rule pt-3">
          <h3 className="mb-2">Our own details</h3>
          <DetailInputs details={ownDetails} control={control} errors={errors} />
        </section>
      )}
      {!client && <FirstContact form={form} />}
      <section className="mt-4 border-t border-rule pt-3">
        <h3 className="mb-2">Ours</h3>
        {section('ours')}
      </section>
    </Leaf>
  );
}

/** Whom to write to, for a client that is new. */
function FirstContact({ form: { register, formState, watch, setValue } }: { form: UseFormReturn<AddClient & ChangeClient> }) {
  const errors = formState.errors.contact;
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="mb-2">First contact</h3>
      <div className="grid grid-cols-2 gap-x-4">
        <TextField label="Name of a person" {...register('contact.name')} error={errors?.name?.message} />
        <TextField label="Role" hint="Director, bookkeeper, spouse" {...register('contact.role')} error={errors?.role?.message} />
        <TextField label="Email address" type="email" {...register('contact.email')} error={errors?.email?.message} />
        <TextField label="Telephone" {...register('contact.phone')} error={errors?.phone?.message} />
      </div>
      <KnownPerson
        email={watch('contact.email')}
        knownId={watch('contact.knownId')}
        another={watch('contact.another')}
        onChoose={(choice) => (setValue('contact.knownId', choice.knownId), setValue('contact.another', choice.another))}
      />
    </section>
  );
}
