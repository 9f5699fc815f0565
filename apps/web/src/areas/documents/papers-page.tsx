import { addressOf } from '../../app/api';
import * as documentsRoutes from '@steady/contract/documents.routes';
import useSWRInfinite from 'swr/infinite';
import type { DocumentView } from '@steady/contract/jobs';
import { Page } from '../../ui/page';
import { DocumentTable } from './document-list';

const PAGE = 100;

/** All documents of the firm, the newest first. */
export function PapersPage() {
  const { data, size, setSize } = useSWRInfinite<DocumentView[]>((_index: number, before: DocumentView[] | null) => {
    if (before && before.length < PAGE) return null;
    return addressOf(documentsRoutes.list, { before: before?.at(-1)!.id });
  });
  const documents = data?.flat() ?? [];
  return (
    <Page title="Papers" sum="What clients sent and what we made, the newest first." tools={<span />}>
      {data && <DocumentTable documents={documents} withClient />}
      {data?.at(-1)?.length === PAGE && (
        <button className="act-quiet mt-3" onClick={() => void setSize(size + 1)}>
          Show more
        </button>
      )}
    </Page>
  );
}
