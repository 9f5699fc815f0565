import * as routes from '@steady/contract/own-details.routes';
import type { ReactNode } from 'react';
import { Controller } from 'react-hook-form';
import { shortDate } from '@steady/core/words';
import { type OwnDetails, ProposeForClient, ProposePerson, type ProposedBefore } from '@steady/contract/own-details';
import { send } from '../../app/api';
import { AddressFields } from '../../ui/address-fields';
import { LongTextField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Framed } from '../../ui/framed';
import { PlainDay } from '../../ui/plain-day';
import { dayOf } from '../../ui/words';

const NO_ADDRESS = { street: '', town: '', postcode: '', country: '' };

interface SheetProps {
  title: string;
  before: ProposedBefore | null;
  problem: string | null;
  busy: boolean;
  onSubmit(): void;
  children: ReactNode;
}

function Sheet({ title, before, problem, busy, onSubmit, children }: SheetProps) {
  return (
    <form
      noValidate
      aria-label={title}
      className="mt-4 border border-rule bg-page px-3.5 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      <h2 className="mb-1">{title}</h2>
      {before && <Before of={before} />}
      {problem && (
        <p role="alert" className="mb-2 border border-rust bg-rust-tint px-2 py-1 text-table">
          {problem}
        </p>
      )}
      {children}
      <button className="act mt-1 min-h-11" disabled={busy}>
        Ask for the change
      </button>
    </form>
  );
}

/** What became of what they asked for last. */
function Before({ of: { at, what, decidedAt, taken, reason } }: { of: ProposedBefore }) {
  if (decidedAt === null)
    return (
      <p role="status" className="mb-2 border border-slate bg-slate-tint px-2 py-1 text-table">
        You asked on {shortDate(dayOf(at))}: {what.toLowerCase()}. We look at it. Ask again, and the new one counts.
      </p>
    );
  return (
    <p role="status" className="mb-2 text-[13.5px]">
      {taken === 'all' && <span className="good">Changed on {shortDate(dayOf(decidedAt))}, thank you.</span>}
      {taken === 'part' && <span className="soon">Changed in part on {shortDate(dayOf(decidedAt))}.</span>}
      {taken === 'nothing' && <span className="text-rust">Not changed.</span>} {reason}
    </p>
  );
}

/** What they say of themselves. */
export function PersonForm({ of: { name, before, ...now } }: { of: OwnDetails['me'] }) {
  const { form, onSubmit, busy, problem } = useLeafForm<ProposePerson>({
    input: ProposePerson,
    start: {
      email: now.email ?? '',
      phone: now.phone ?? '',
      mobile: now.mobile ?? '',
      address: now.address ?? NO_ADDRESS,
      awayUntil: now.awayUntil ?? '',
      note: '',
    },
    submit: async (values) => {
      await send(routes.proposePerson, {}, values);
      form.resetField('note');
    },
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <Sheet title={`You, ${name}`} {...{ before, problem, busy, onSubmit }}>
      <TextField label="Email" type="email" inputMode="email" autoComplete="email" {...register('email')} error={errors.email?.message} />
      <TextField label="Telephone" type="tel" autoComplete="tel" {...register('phone')} error={errors.phone?.message} />
      <TextField label="Mobile" type="tel" {...register('mobile')} error={errors.mobile?.message} />
      <Controller
        control={form.control}
        name="awayUntil"
        render={({ field: { ref, value, ...field } }) => (
          <Framed label="Away until" hint="We write to you less meanwhile." error={errors.awayUntil?.message}>
            {(ids) => <PlainDay {...field} {...ids} value={value ?? ''} inputRef={ref} />}
          </Framed>
        )}
      />
      <AddressFields register={register} errors={errors.address} />
      <LongTextField label="Something else" hint="In your own words" {...register('note')} error={errors.note?.message} />
    </Sheet>
  );
}

/** What they say of a client they act for. */
export function ClientForm({ of: { id, name, trade, address, before } }: { of: OwnDetails['clients'][number] }) {
  const { form, onSubmit, busy, problem } = useLeafForm<ProposeForClient>({
    input: ProposeForClient,
    start: { clientId: id, name, trade: trade ?? '', address: address ?? NO_ADDRESS, note: '' },
    submit: async (values) => {
      await send(routes.proposeForClient, {}, values);
      form.resetField('note');
    },
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <Sheet title={name} {...{ before, problem, busy, onSubmit }}>
      <TextField label="Name" {...register('name')} error={errors.name?.message} />
      <TextField label="Trade" {...register('trade')} error={errors.trade?.message} />
      <AddressFields register={register} errors={errors.address} />
      <LongTextField label="Something else" hint="In your own words" {...register('note')} error={errors.note?.message} />
    </Sheet>
  );
}
