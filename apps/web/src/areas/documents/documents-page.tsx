import { ShowMore } from '../../ui/show-more';
import { afterLast, usePages } from '../../app/pages';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { Page } from '../../ui/page';
import { DocumentTable } from './document-list';

/** All documents of the firm, the newest first. */
export function DocumentsPage() {
  const found = usePages(documentsRoutes.list, {}, afterLast);
  return (
    <Page title="Documents" sum="What clients sent and what we made, the newest first." tools={<span />}>
      {found.pages && <DocumentTable documents={found.pages.flat()} withClient />}
      <ShowMore of={found} />
    </Page>
  );
}
