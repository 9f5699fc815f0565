import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import { useState } from 'react';
import { evidenceInWords } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import type { SigningKindView } from '@steady/contract/signing-kinds';
import { useData } from '../../../app/api';
import { useSession } from '../../../app/session';
import { WhoMay } from '../../../app/who-may';
import { type Column, LedgerTable } from '../../../ui/ledger-table';
import { Page, Trouble } from '../../../ui/page';
import { FirmViews } from '../../team';
import { KindLeaf } from './kind-leaf';
import { TermsSection } from './terms-section';

/** What the firm asks of a signature, by kind of document, and the terms to which those agree who sign. */
export function SigningPage() {
  const mayChange = useSession().may('change services');
  const { data: kinds, error } = useData(kindsRoutes.list);
  const [open, setOpen] = useState<SigningKindView | 'new' | null>(null);
  if (error) return <Trouble error={error} />;
  if (!kinds) return null;
  const columns: Column<SigningKindView>[] = [
    {
      key: 'name',
      head: 'Kind of document',
      cell: (kind) => (
        <button className="text-left font-semibold hover:underline" onClick={() => setOpen(kind)}>
          {kind.name}
        </button>
      ),
      sort: (kind) => kind.name,
    },
    { key: 'asked', head: 'Asked of a signature', cell: (kind) => <Asked of={kind} /> },
    {
      key: 'places',
      head: 'Signed',
      cell: ({ fields, signers }) => (fields.length === 0 ? 'as a whole' : `at ${counted(fields.length, 'place')}, by ${signers}`),
      wide: true,
    },
    { key: 'used', head: 'Used', cell: ({ used }) => counted(used, 'time'), sort: ({ used }) => used, wide: true },
  ];
  return (
    <Page
      title="Signing"
      sum="What is asked of a signature before it counts, by kind of document: too little is refused before it is sent."
      tools={
        <>
          <FirmViews />
          <WhoMay right="change services" act="Kinds are changed" />
          {mayChange && (
            <button className="act ml-auto" onClick={() => setOpen('new')}>
              New kind of document
            </button>
          )}
        </>
      }
    >
      <LedgerTable
        label="Kinds of documents"
        columns={columns}
        rows={kinds}
        keyOf={(kind) => kind.id}
        empty="No kinds yet. Add one, or keep the places of a document that you give for signature: its kind is here then."
      />
      <TermsSection />
      {open && <KindLeaf kind={open === 'new' ? null : (kinds.find(({ id }) => id === open.id) ?? open)} onClose={() => setOpen(null)} />}
    </Page>
  );
}

function Asked({ of: { evidence, terms, holdsFiling, mayHandOn } }: { of: SigningKindView }) {
  const asked = [
    ...evidenceInWords(evidence),
    ...(terms === null ? [] : [`agreed to ${terms}`]),
    ...(holdsFiling ? ['filed only when signed'] : []),
    ...(mayHandOn ? ['may be handed on'] : []),
  ];
  return asked.length === 0 ? <span className="text-soft">a signature as it comes</span> : asked.join('; ');
}
