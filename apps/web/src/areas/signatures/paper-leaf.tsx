import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import type { PartyView } from '@steady/contract/asks';
import { NoteSignedOnPaper } from '@steady/contract/signatures';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { AddDocument } from '../documents';
import { type Whose, addedTo } from './place';

/** Notes that somebody has signed on paper, with a scan where there is one. */
export function PaperLeaf({ of, signer, onClose }: { of: Whose; signer: PartyView; onClose(): void }) {
  const session = useSession();
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<NoteSignedOnPaper>({
    input: NoteSignedOnPaper,
    start: { on: session.today },
    submit: async (values) => {
      await send(signaturesRoutes.onPaper, { id: signer.id }, values);
      notify(`Noted: ${signer.name} signed on paper.`);
      onClose();
    },
  });
  const [scan, setScan] = useState<string | null>(null);
  return (
    <Leaf open title={`${signer.name} signed on paper`} act="Note the signature" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField label="Signed on" max={session.today} control={form.control} name="on" error={form.formState.errors.on?.message} />
      <p className="mb-1 text-table font-semibold">Scan of the signed page</p>
      <p className="mb-2 text-table text-soft">{scan ? `${scan} is attached.` : 'Not needed, but it proves the signature later.'}</p>
      <AddDocument
        to={addedTo(of)}
        label={scan ? 'Take another file' : 'Add the scan'}
        onAdded={(id, name) => {
          form.setValue('scanId', id);
          setScan(name);
        }}
      />
    </Leaf>
  );
}
