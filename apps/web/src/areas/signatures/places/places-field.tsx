import * as documentsRoutes from '@steady/contract/documents.routes';
import { Suspense, lazy, useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { counted } from '@steady/core/words';
import type { AskSignature } from '@steady/contract/ask-signature';
import type { SigningKindView } from '@steady/contract/signing-kinds';
import { addressOf } from '../../../app/api';

const PlaceFields = lazy(async () => ({ default: (await import('./place-fields')).PlaceFields }));

interface Props {
  form: UseFormReturn<AskSignature>;
  document: { id: string; name: string } | undefined;
  /** What is signed, for whom. */
  title: string;
  /** Names of those who sign, in order. */
  signers: readonly string[];
  /** The kind of document that was chosen. */
  kind: SigningKindView | undefined;
}

/** Whether they sign on the pages, and where; the document is read there page by page. */
export function PlacesField({ form: { watch, setValue, formState }, document, title, signers, kind }: Props) {
  const [placing, setPlacing] = useState(false);
  const chosen = watch('fields');
  const fields = chosen ?? [];
  /** What is kept for its kind is used where nothing else was placed. */
  const kept = chosen === undefined && kind && kind.fields.length > 0 ? kind.fields : null;
  const onPages = new Set(fields.map((one) => one.page)).size;
  const lacks = !document ? 'Choose the document first.' : signers.length === 0 ? 'Choose who signs first.' : null;
  const error = formState.errors.fields?.message;
  return (
    <section aria-label="Where they sign" className="mb-3">
      <h3 className="text-table">Where they sign</h3>
      <p className="flex flex-wrap items-baseline gap-x-3 text-table">
        <span className="text-soft">
          {kept
            ? `As kept for “${kind!.name}”: ${counted(kept.length, 'place')}, as far as this document has their pages.`
            : fields.length === 0
              ? 'The document as a whole.'
              : `${counted(fields.length, 'field')} on ${counted(onPages, 'page')}.`}
        </span>
        <button type="button" className="act-quiet" disabled={lacks !== null} onClick={() => setPlacing(true)}>
          {fields.length === 0 && !kept ? 'Read it and place fields' : 'Change the fields'}
        </button>
        {lacks && <span className="text-soft">{lacks}</span>}
      </p>
      {error && <p className="text-fine text-rust">{error}</p>}
      {placing && document && (
        <Suspense>
          <PlaceFields
            title={title}
            document={{ name: document.name, address: addressOf(documentsRoutes.content, { id: document.id }) }}
            signers={signers}
            fields={fields}
            kept={kept}
            keeping={{ keepPlacesAs: watch('keepPlacesAs') ?? '', kindId: kept ? kind!.id : null }}
            onDone={({ fields: placed, keeping }) => {
              setValue('fields', placed, { shouldDirty: true });
              setValue('keepPlacesAs', keeping.keepPlacesAs || undefined);
              setPlacing(false);
            }}
            onClose={() => setPlacing(false)}
          />
        </Suspense>
      )}
    </section>
  );
}
