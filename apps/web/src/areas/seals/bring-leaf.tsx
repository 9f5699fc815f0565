import * as routes from '@steady/contract/seals.routes';
import { useState } from 'react';
import { toBase64 } from '@steady/core/seals';
import { BringSeal } from '@steady/contract/seals';
import { send } from '../../app/api';
import { TextField } from '../../ui/fields';
import { FileButton } from '../../ui/file-input';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

/** Has a certificate seal that an authority issued to the firm. */
export function BringLeaf({ onClose }: { onClose(): void }) {
  const notify = useNotify();
  const [name, setName] = useState<string | null>(null);
  const { form, onSubmit, busy, problem } = useLeafForm<BringSeal>({
    input: BringSeal,
    start: { file: '', password: '' },
    submit: async (values) => {
      await send(routes.bring, {}, values);
      notify('It seals from now on.');
      onClose();
    },
  });
  const { errors, isSubmitted } = form.formState;
  const take = async ([file]: readonly File[]) => {
    if (!file) return;
    setName(file.name);
    form.setValue('file', toBase64(await file.arrayBuffer()), { shouldValidate: isSubmitted });
  };
  return (
    <Leaf open title="Bring a certificate" act="Seal with it from now on" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-2 text-table text-soft">
        A certificate that an authority issued to the firm for signing, with its key: a PKCS #12 file. Programs that know the authority then name the firm by
        themselves. The one that seals now is replaced; what it sealed stays sealed.
      </p>
      <p className="mb-1 flex flex-wrap items-baseline gap-3">
        <FileButton words={name === null ? 'Choose the file' : 'Choose another file'} accept=".p12,.pfx" onFiles={(files) => void take(files)} />
        <span className="text-table">{name ?? <span className="text-soft">it ends in .p12 or .pfx</span>}</span>
      </p>
      <TextField
        label="Its password"
        type="password"
        autoComplete="off"
        hint="It came with the certificate, and is not kept."
        {...form.register('password')}
        error={errors.password?.message}
      />
    </Leaf>
  );
}
