import * as clientsRoutes from '@steady/contract/clients.routes';
import * as contactsRoutes from '@steady/contract/contacts.routes';
import { useState } from 'react';
import type { ClientView } from '@steady/contract/clients';
import { ChangeRelated, RELATED_KINDS, RelateClient, type RelatedView } from '@steady/contract/contacts';
import { send, useData } from '../../app/api';
import { SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { type ChosenClient, ClientField } from './client-field';
import { RELATED_WORDS } from './words';

const KINDS = RELATED_KINDS.map((kind) => (
  <option key={kind} value={kind}>
    {RELATED_WORDS[kind]}
  </option>
));

/** How clients that belong together are called, and as what they do. */
export function RelatedLeaf({ related, onClose }: { related: RelatedView; onClose(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeRelated>({
    input: ChangeRelated,
    start: { name: related.name, kind: related.kind },
    submit: async (values) => {
      await send(contactsRoutes.changeRelated, { id: related.id }, values);
      onClose();
    },
  });
  const { register, formState } = form;
  return (
    <Leaf open title="Related clients" act="Save" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Called together" autoFocus {...register('name')} error={formState.errors.name?.message} />
      <SelectField label="Belong together as" {...register('kind')} error={formState.errors.kind?.message}>
        {KINDS}
      </SelectField>
    </Leaf>
  );
}

/** Says with which other client this one belongs together. */
export function RelateLeaf({ client, onClose }: { client: ClientView; onClose(): void }) {
  const [other, setOther] = useState<ChosenClient | null>(null);
  const { data: theirs } = useData(clientsRoutes.view, other ? { id: other.id } : null);
  const named = client.related ?? theirs?.related ?? null;
  const { form, onSubmit, busy, problem } = useLeafForm<RelateClient>({
    input: RelateClient,
    start: { otherId: '', name: '', kind: 'family' },
    submit: async (values) => {
      await send(contactsRoutes.relate, { id: client.id }, named ? { otherId: values.otherId } : values);
      onClose();
    },
  });
  const { register, setValue, formState } = form;
  return (
    <Leaf open title={`Who belongs together with ${client.name}`} act="Relate them" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <ClientField
        label="Other client"
        autoFocus
        not={client.id}
        value={other}
        onChange={(chosen) => {
          setOther(chosen);
          setValue('otherId', chosen?.id ?? '');
        }}
        error={formState.errors.otherId?.message}
      />
      {named ? (
        <p className="text-table text-soft">
          Together they are called <b>{named.name}</b>.
        </p>
      ) : (
        <>
          <TextField label="Called together" hint={'For example "Keane family", "Holm group"'} {...register('name')} error={formState.errors.name?.message} />
          <SelectField label="Belong together as" {...register('kind')} error={formState.errors.kind?.message}>
            {KINDS}
          </SelectField>
        </>
      )}
    </Leaf>
  );
}
