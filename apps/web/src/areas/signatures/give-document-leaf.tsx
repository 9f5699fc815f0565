import { titleOf } from '@steady/core/documents';
import type { DocumentView } from '@steady/contract/documents';
import { InOpenJob } from '../jobs';
import { SignatureLeaf } from './signature-leaf';

/** Gives a document for signature from where it lies. */
export function GiveDocumentLeaf({ document, onClose }: { document: DocumentView; onClose(): void }) {
  return (
    <InOpenJob
      client={{ id: document.clientId, name: document.client }}
      title={`Give ${titleOf(document)} for signature`}
      none={`A signature belongs to a job, and none is open for ${document.client}. Begin one on the client’s page with New job.`}
      first={document.jobId}
      onClose={onClose}
    >
      {(job) => <SignatureLeaf job={job} document={document} onClose={onClose} />}
    </InOpenJob>
  );
}
