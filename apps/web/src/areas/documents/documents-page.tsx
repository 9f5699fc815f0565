import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { counted } from '@steady/core/words';
import { type DocumentsOf, DOCUMENT_VIEWS, USUAL_DOCUMENT_COLUMNS } from '@steady/contract/documents';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useListState } from '../../ui/lists/list-state';
import { SavedLists } from '../../ui/lists/saved-lists';
import { Page } from '../../ui/page';
import { AddLeaf } from './add-leaf';
import { DocumentsListed } from './documents-listed';

const WORDS: Record<DocumentsOf, string> = { 'to look at': 'To look at', all: 'All', 'taken out': 'Taken out' };
const EMPTY: Record<DocumentsOf, string> = {
  'to look at': 'Everything that came in was looked at.',
  all: 'No documents yet. What clients send for a request, and every bill, is saved here automatically.',
  'taken out': 'Nothing is taken out. What is taken out can be brought back for 30 days, and is then destroyed.',
};

/** All documents of the firm: what came in and nobody has looked at, then everything. */
export function DocumentsPage() {
  const [search, setSearch] = useSearchParams();
  const { data: toLook } = useData(documentsRoutes.list, { view: 'to look at' });
  const mayWork = useSession().may('do work');
  const [adding, setAdding] = useState(false);
  const asked = search.get('view');
  const view: DocumentsOf = DOCUMENT_VIEWS.find((one) => one === asked) ?? 'to look at';
  const count = toLook?.total;
  return (
    <Page
      title="Documents"
      sum={
        count === undefined || count === null
          ? 'What clients sent and what we made.'
          : count === 0
            ? 'Everything that came in was looked at.'
            : `${counted(count, 'document')} came in and nobody has looked at ${count === 1 ? 'it' : 'them'} yet.`
      }
      tools={
        <>
          <span className="flex flex-wrap gap-x-[22px]">
            {DOCUMENT_VIEWS.map((one) => (
              <button
                key={one}
                aria-current={view === one || undefined}
                className={view === one ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
                onClick={() => setSearch(one === 'to look at' ? {} : { view: one })}
              >
                {WORDS[one]}
              </button>
            ))}
          </span>
          <SavedOfDocuments />
          <Link className="lnk" to="/signatures">
            Given for signature
          </Link>
          {mayWork && (
            <button className="act ml-auto" onClick={() => setAdding(true)}>
              Add documents
            </button>
          )}
        </>
      }
    >
      <DocumentsListed key={view} narrowed={{ view }} usual={USUAL_DOCUMENT_COLUMNS} empty={EMPTY[view]} />
      {adding && <AddLeaf onClose={() => setAdding(false)} />}
    </Page>
  );
}

/** Lists of documents saved before, beside the views. */
function SavedOfDocuments() {
  const { data: known } = useData(documentsRoutes.fields);
  const state = useListState(USUAL_DOCUMENT_COLUMNS);
  return (
    <span className="border-l border-rule pl-[18px] max-sm:border-0 max-sm:pl-0">
      <SavedLists of="documents" saved={known?.saved ?? []} state={state} all={null} />
    </span>
  );
}
