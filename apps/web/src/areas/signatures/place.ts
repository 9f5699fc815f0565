import * as clientsRoutes from '@steady/contract/clients.routes';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import type { AskView } from '@steady/contract/asks';
import type { DocumentView } from '@steady/contract/documents';
import type { JobView } from '@steady/contract/jobs';
import { useData } from '../../app/api';
import type { MaySign } from './signers-field';

/** A client, in one of its jobs or in none. */
export type Whose = Pick<AskView, 'jobId' | 'clientId'>;

type ContactWhoMaySign = MaySign & { signs: boolean };

/** Where a document is given for signature: in a job of a client, or with the client itself. */
export interface SigningPlace extends Whose {
  client: string;
  /** Of the job; null where there is none. */
  job: string | null;
  contacts: readonly ContactWhoMaySign[];
  documents: readonly DocumentView[];
}

export const inJob = ({ id, clientId, client, name, contacts, documents }: JobView): SigningPlace => ({
  jobId: id,
  clientId,
  client,
  job: name,
  contacts,
  documents,
});

/** The people of the client of which a document is, as far as they are known; nothing before they are. */
export function useContactsOf({ jobId, clientId }: Whose): readonly ContactWhoMaySign[] | undefined {
  const { data: job } = useData(jobsRoutes.view, jobId === null ? null : { id: jobId });
  const { data: client } = useData(clientsRoutes.view, jobId === null ? { id: clientId } : null);
  return (job ?? client)?.contacts;
}

/** Where a file is added that belongs to it. */
export const addedTo = ({ jobId, clientId }: Whose) => (jobId === null ? { clientId } : { jobId });
