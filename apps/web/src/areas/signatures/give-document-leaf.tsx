import { titleOf } from '@steady/core/documents';
import type { DocumentView } from '@steady/contract/documents';
import { InOpenJob } from '../jobs';
import { inJob, useContactsOf } from './place';
import { SignatureLeaf } from './signature-leaf';

/** Gives a document for signature from where it lies: for one of the client's open jobs, or for none. */
export function GiveDocumentLeaf({ document, onClose }: { document: DocumentView; onClose(): void }) {
  return (
    <InOpenJob
      client={{ id: document.clientId, name: document.client }}
      title={`Give ${titleOf(document)} for signature`}
      first={document.jobId}
      onClose={onClose}
      without={<WithoutJob document={document} onClose={onClose} />}
    >
      {(job) => <SignatureLeaf place={inJob(job)} document={document} onClose={onClose} />}
    </InOpenJob>
  );
}

function WithoutJob({ document, onClose }: { document: DocumentView; onClose(): void }) {
  const { clientId, client } = document;
  const contacts = useContactsOf({ jobId: null, clientId });
  if (!contacts) return null;
  return <SignatureLeaf place={{ jobId: null, clientId, client, job: null, contacts, documents: [document] }} document={document} onClose={onClose} />;
}
