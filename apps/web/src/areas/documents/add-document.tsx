import { FileInput } from '../../ui/file-input';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { upload } from '../../app/api';
import { Faults } from '../../ui/faults';
import { useFaults } from '../../ui/form';

/** Files documents in a job; says what could not be kept. `onAdded` gets the id of each. */
export function AddDocument({ jobId, label = 'Add a document', onAdded }: { jobId: string; label?: string; onAdded?(id: string): void }) {
  const { faults, busy, attempt } = useFaults();
  const add = (files: readonly File[]) =>
    attempt(async () => {
      for (const file of files) {
        const { id } = await upload(documentsRoutes.add, { id: jobId }, file);
        onAdded?.(id);
      }
    });
  return (
    <div className="mb-3">
      <label className="act-quiet inline-block cursor-pointer focus-within:outline-2 focus-within:outline-kelp">
        {busy ? 'Saving …' : label}
        <FileInput multiple disabled={busy} onFiles={(files) => void add(files)} />
      </label>
      <Faults of={faults} />
    </div>
  );
}
