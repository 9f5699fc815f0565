import { FileButton } from '../../ui/file-input';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { upload } from '../../app/api';
import { Faults } from '../../ui/faults';
import { useFaults } from '../../ui/form';

interface Props {
  to: { jobId: string } | { clientId: string };
  label?: string;
  onAdded?(id: string, name: string): void;
}

/** Files a document in a job, or with a client, while something else is written that wants it; says what could not be kept. `onAdded` gets the id of each. */
export function AddDocument({ to, label = 'Add a document', onAdded }: Props) {
  const { faults, busy, attempt } = useFaults();
  const add = (files: readonly File[]) =>
    attempt(async () => {
      for (const file of files) {
        const { id } = await ('jobId' in to
          ? upload(documentsRoutes.add, { id: to.jobId }, file)
          : upload(documentsRoutes.addToClient, { id: to.clientId }, file));
        onAdded?.(id, file.name);
      }
    });
  return (
    <div className="mb-3">
      <FileButton words={busy ? 'Saving …' : label} multiple disabled={busy} onFiles={(files) => void add(files)} />
      <Faults of={faults} />
    </div>
  );
}
