import * as keepingRoutes from '@steady/contract/keeping.routes';
import type { ClientView } from '@steady/contract/clients';
import { HoldThings } from '@steady/contract/keeping';
import { send } from '../../app/api';
import { DateField, LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

/** A reason to keep everything of a client, whatever the periods say. */
export function HoldLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<HoldThings>({
    input: HoldThings,
    start: { reason: '' },
    submit: async (values) => {
      await send(keepingRoutes.hold, { id: client.id }, values);
      notify(`Everything of ${client.name} is kept until the hold is ended.`);
      onClose();
    },
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title={`Hold what we keep of ${client.name}`} act="Hold everything" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-table text-soft">
        Nothing of it comes onto the yearly list, and no person’s data is erased from it: during an inspection, a dispute, an enquiry. It is ended under Firm,
        Keeping.
      </p>
      <LongTextField label="Why" autoFocus {...register('reason')} error={formState.errors.reason?.message} />
      <DateField label="Until" hint="Left empty: until somebody ends it" control={control} name="until" error={formState.errors.until?.message} />
    </Leaf>
  );
}
