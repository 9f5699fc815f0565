import { useState } from 'react';
import type { Found } from '../../ui/found-field';
import { Leaf } from '../../ui/leaf';
import { ClientField } from '../clients';
import { AddDocuments } from './add-documents';

/** Adds documents from the page of all: first whose they are. They go on coming in when the leaf is closed. */
export function AddLeaf({ onClose }: { onClose(): void }) {
  const [client, setClient] = useState<Found | null>(null);
  return (
    <Leaf open title="Add documents" onClose={onClose} broad>
      <ClientField label="Client" autoFocus value={client} onChange={setClient} />
      {client ? (
        <AddDocuments key={client.id} destination={{ to: 'client', of: client.id }} clientId={client.id} />
      ) : (
        <p className="text-table text-soft">Choose whose documents they are. Documents of one job are added on its page.</p>
      )}
    </Leaf>
  );
}
