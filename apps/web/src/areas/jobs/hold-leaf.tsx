import { HoldJob } from '@steady/contract/jobs';
import { send } from '../../app/api';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';

export function HoldLeaf({ jobId, onClose }: { jobId: string; onClose(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<HoldJob>({
    input: HoldJob,
    start: { reason: '' },
    submit: async (values) => {
      await send('POST', `/api/jobs/${jobId}/hold`, values);
      onClose();
    },
  });
  return (
    <Leaf open title="Put on hold" act="Put on hold" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">The job stays where it is and does not move on by itself until it is taken off hold.</p>
      <TextField label="Why" autoFocus {...form.register('reason')} error={form.formState.errors.reason?.message} />
    </Leaf>
  );
}
