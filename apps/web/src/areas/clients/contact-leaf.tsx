import * as contactsRoutes from '@steady/contract/contacts.routes';
import { useState } from 'react';
import type { FieldValues, Path, UseFormRegister } from 'react-hook-form';
import { ChangeContact, ContactInput, type FoundContact, LinkContact, type PersonView, type ContactPermission } from '@steady/contract/contacts';
import { send, useData } from '../../app/api';
import { DateField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { AddressFields } from '../../ui/address-fields';
import { KnownPerson } from './known-person';

const PERMISSIONS: { permission: ContactPermission; words: string }[] = [
  { permission: 'getsRequests', words: 'Gets requests and messages, and answers them in the portal' },
  { permission: 'signs', words: 'Signs for the client: whatever is to be signed goes to them' },
  { permission: 'pays', words: 'Gets bills and pays them' },
];

/** What a person has a say in, each with a tick. */
function SayTicks<Values extends FieldValues>({ register }: { register: UseFormRegister<Values> }) {
  return (
    <fieldset className="mt-1">
      <legend className="mb-0.5 text-table font-semibold">At this client</legend>
      {PERMISSIONS.map((one) => (
        <TickField key={one.permission} label={one.words} {...register(one.permission as string as Path<Values>)} />
      ))}
    </fieldset>
  );
}

/** Adds a person to a client: a new one, or somebody known who acts for another client already. */
export function ContactLeaf({ clientId, onClose }: { clientId: string; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<ContactInput>({
    input: ContactInput,
    start: { name: '', email: '', phone: '', mobile: '', role: '', getsRequests: true, signs: true, pays: true },
    submit: async (values) => {
      await send(contactsRoutes.add, { id: clientId }, values);
      notify(`Added ${values.name}.`);
      onClose();
    },
  });
  const [known, setKnown] = useState<FoundContact | null>(null);
  const { register, watch, formState } = form;
  const { errors } = formState;
  const name = watch('name') ?? '';
  const { data: found = [] } = useData(contactsRoutes.find, name.trim().length > 1 ? { find: name.trim() } : null);
  if (known) return <LinkLeaf clientId={clientId} contact={known} onClose={onClose} />;
  return (
    <Leaf open title="Add a contact" act="Add the contact" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name of a person" autoFocus {...register('name')} error={errors.name?.message} />
      {found.length > 0 && (
        <div className="mb-3 border border-rule bg-paper px-3 py-2 text-table" role="status">
          <p className="font-semibold">Known to us already?</p>
          <ul>
            {found.slice(0, 4).map((contact) => (
              <li key={contact.id}>
                <button type="button" className="lnk" onClick={() => setKnown(contact)}>
                  {contact.name}
                </button>
                <span className="text-soft"> {[contact.email, contact.clients.join(', ')].filter(Boolean).join(', ')}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      <TextField label="Role" hint="Director, bookkeeper, spouse" {...register('role')} error={errors.role?.message} />
      <TextField label="Email address" type="email" {...register('email')} error={errors.email?.message} />
      <KnownPerson
        email={watch('email')}
        knownId={watch('knownId')}
        another={watch('another')}
        onChoose={(choice) => (form.setValue('knownId', choice.knownId), form.setValue('another', choice.another))}
      />
      <div className="grid grid-cols-2 gap-x-4">
        <TextField label="Telephone" {...register('phone')} error={errors.phone?.message} />
        <TextField label="Mobile" {...register('mobile')} error={errors.mobile?.message} />
      </div>
      <SayTicks register={register} />
    </Leaf>
  );
}

/** What a person is and may at one client. */
export function LinkLeaf({
  clientId,
  contact,
  there,
  onClose,
}: {
  clientId: string;
  contact: { id: string; name: string };
  /** How they stand there now, when they are linked already. */
  there?: { role: string | null } & Record<ContactPermission, boolean>;
  onClose(): void;
}) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<LinkContact>({
    input: LinkContact,
    start: { role: there?.role ?? '', getsRequests: there?.getsRequests ?? true, signs: there?.signs ?? true, pays: there?.pays ?? true },
    submit: async (values) => {
      await send(contactsRoutes.link, { id: clientId, contact: contact.id }, values);
      notify(there ? `Saved what ${contact.name} does here.` : `Linked ${contact.name}.`);
      onClose();
    },
  });
  const { register, formState } = form;
  return (
    <Leaf
      open
      title={there ? `${contact.name} at this client` : `Link ${contact.name}`}
      act={there ? 'Save' : `Link ${contact.name}`}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <TextField label="Role" autoFocus hint="Director, bookkeeper, spouse" {...register('role')} error={formState.errors.role?.message} />
      <SayTicks register={register} />
    </Leaf>
  );
}

/** Facts of a person: the same wherever they act. */
export function PersonLeaf({ person, onClose }: { person: PersonView; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeContact>({
    input: ChangeContact,
    start: {
      name: person.name,
      email: person.email ?? '',
      phone: person.phone ?? '',
      mobile: person.mobile ?? '',
      version: person.version,
      ...(person.address ? { address: person.address } : {}),
      awayUntil: person.awayUntil ?? '',
      marketing: person.marketing ?? { wanted: false, on: '', source: '' },
    },
    submit: async (values) => {
      await send(contactsRoutes.change, { id: person.id }, values);
      notify(`Saved ${values.name}.`);
      onClose();
    },
    // A wish is kept when somebody wrote down when and how they heard of it; the tick alone is none.
    tidy: (values) => (values.marketing && !values.marketing.on && !values.marketing.source ? { ...values, marketing: undefined } : values),
  });
  const { register, control, watch, formState } = form;
  const { errors } = formState;
  return (
    <Leaf open title={`Facts of ${person.name}`} act="Save the facts" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Name" autoFocus {...register('name')} error={errors.name?.message} />
      <TextField
        label="Email address"
        type="email"
        {...register('email')}
        error={errors.email?.message}
        hint={watch('email') !== (person.email ?? '') ? 'People who came in by the old address have to confirm the new one first.' : undefined}
      />
      <div className="grid grid-cols-2 gap-x-4">
        <TextField label="Telephone" {...register('phone')} error={errors.phone?.message} />
        <TextField label="Mobile" {...register('mobile')} error={errors.mobile?.message} />
      </div>
      <AddressFields register={register} errors={errors.address} />
      <DateField
        label="Away until"
        hint="The last day. No follow-up goes to them before the day after."
        control={control}
        name="awayUntil"
        error={errors.awayUntil?.message}
      />
      <section className="mt-4 border-t border-rule pt-3">
        <h3 className="mb-2">News of the firm</h3>
        <TickField label="Wants to hear from us about more than their work" {...register('marketing.wanted')} />
        <div className="grid grid-cols-2 gap-x-4">
          <DateField label="Said so on" control={control} name="marketing.on" error={errors.marketing?.on?.message} />
          <TextField label="How we know" hint="By telephone, on a form" {...register('marketing.source')} error={errors.marketing?.source?.message} />
        </div>
      </section>
    </Leaf>
  );
}
