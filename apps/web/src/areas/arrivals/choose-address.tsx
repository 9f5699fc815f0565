import * as arrivalsRoutes from '@steady/contract/arrivals.routes';
import { ChooseDropOffAddress } from '@steady/contract/arrivals';
import { send } from '../../app/api';
import { TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { FormSheet } from '../../ui/form-sheet';
import { useNotify } from '../../ui/toasts';
import { linkOf } from './page-link';

/** Chooses the address of the page, which it keeps for good. */
export function ChooseAddress({ suggested }: { suggested: string }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<ChooseDropOffAddress>({
    input: ChooseDropOffAddress,
    start: { address: suggested, knowsThatItStays: false },
    submit: async (values) => {
      await send(arrivalsRoutes.chooseAddress, {}, values);
      notify('The page has its address. It is off until you switch it on.');
    },
  });
  const { register, formState, watch } = form;
  const { errors } = formState;
  return (
    <FormSheet problem={problem} busy={busy} onSubmit={onSubmit} act="Choose this address for good">
      <TextField
        label="Address of the page"
        hint={`Small letters, digits and hyphens. It will be ${linkOf(watch('address') || '…')}`}
        autoCapitalize="none"
        spellCheck={false}
        {...register('address')}
        error={errors.address?.message}
      />
      <p className="mb-3 max-w-prose border border-ochre bg-ochre-tint px-3 py-2">
        <b>It is chosen once.</b> You will print it and others will link to it, so it cannot be changed later, nor given to another firm. Check how it is spelt.
      </p>
      <TickField label="I know that it stays" {...register('knowsThatItStays')} />
      {errors.knowsThatItStays && <p className="mb-2 text-table text-rust">{errors.knowsThatItStays.message}</p>}
    </FormSheet>
  );
}
