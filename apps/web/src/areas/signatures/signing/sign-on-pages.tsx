import { useEffect, useRef, useState } from 'react';
import { type Given, fieldsLeft, isFilled, isFilledByHand } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import type { FieldsToSign } from '@steady/contract/signatures';
import { PdfPage, usePageSizes, usePdf } from '../../../ui/pdf';
import { FieldBar } from './field-bar';
import { FieldOnPage } from './field-on-page';

/** So many pages are drawn at once; more as one asks for them, or as a field on them is gone to. */
const PAGES = 5;

interface Props {
  /** Where the document is. */
  address: string;
  documentName: string;
  places: FieldsToSign;
  given: Given;
  /** As they sign; empty as long as it is not written. */
  name: string;
  /** ISO day. */
  today: string;
  onFill(field: string, value: string | boolean): void;
  /** They sign a field and have not written their name. */
  onNameWanted(): void;
  /** Its last page was in sight. */
  onLastPage(): void;
}

/** The pages of a document with what others filled in and what is theirs to fill in; one goes from field to field. */
export function SignOnPages({ address, documentName, places, given, name, today, onFill, onNameWanted, onLastPage }: Props) {
  const { pdf, why } = usePdf(address);
  const sizes = usePageSizes(pdf);
  const [more, setMore] = useState(PAGES);
  const [currentId, setCurrentId] = useState<string | null>(null);
  const list = useRef<HTMLDivElement>(null);
  const { fields, others } = places;
  const current = fields.find((one) => one.id === currentId) ?? null;
  const shown = Math.min(Math.max(more, current?.page ?? 0), pdf?.numPages ?? 0);
  useEffect(() => {
    if (currentId !== null) list.current?.querySelector(`[data-field="${currentId}"]`)?.scrollIntoView({ block: 'center', behavior: 'smooth' });
  }, [currentId]);
  const fill = (field: (typeof fields)[number], value: string | boolean) => {
    const isMark = field.kind === 'signature' || field.kind === 'initials';
    if (isMark && value === true && name === '') return onNameWanted();
    onFill(field.id, value);
  };
  const left = fieldsLeft(fields, given.fields);
  const byHand = fields.filter((one) => isFilledByHand(one.kind));
  /** The next that is empty behind the one that is shown, or else the first. */
  const next = () => {
    const from = byHand.findIndex((one) => one.id === currentId);
    const empty = (one: (typeof fields)[number]) => !isFilled(one, given.fields) && one.id !== currentId;
    const goal = byHand.slice(from + 1).find(empty) ?? byHand.find(empty);
    if (goal) setCurrentId(goal.id);
  };
  if (why) return <p className="mb-3 text-table">{why} Save it with the link above, and read it there before you sign.</p>;
  if (!pdf || !sizes) return <p className="mb-3 text-table text-soft">Opening the document …</p>;
  return (
    <section aria-label="The document" className="mb-3">
      <div ref={list} className="grid gap-3 bg-paper p-2 max-sm:-mx-3.5">
        {Array.from({ length: shown }, (_, index) => {
          const number = index + 1;
          const page = sizes[index]!;
          return (
            <div key={number} data-page={number}>
              <PdfPage pdf={pdf} number={number} name={documentName}>
                {others
                  .filter((one) => one.page === number)
                  .map((one) => (
                    <FieldOnPage key={one.id} field={one} page={page} shown={one.shown} by={one.by} />
                  ))}
                {fields
                  .filter((one) => one.page === number)
                  .map((one) => (
                    <FieldOnPage
                      key={one.id}
                      field={one}
                      page={page}
                      own={{ given, name, today, isCurrent: one.id === currentId }}
                      onPress={() => {
                        setCurrentId(one.id);
                        if (one.kind !== 'text' && isFilledByHand(one.kind)) fill(one, !isFilled(one, given.fields));
                      }}
                    />
                  ))}
              </PdfPage>
              {number === pdf.numPages && <InSight onSeen={onLastPage} />}
            </div>
          );
        })}
        {shown < pdf.numPages && (
          <button type="button" className="act-quiet justify-self-center" onClick={() => setMore(shown + PAGES)}>
            Show more of {counted(pdf.numPages, 'page')}
          </button>
        )}
      </div>
      {byHand.length > 0 && (
        <FieldBar
          current={current}
          left={left.length}
          of={byHand.filter((one) => one.isRequired).length}
          given={given}
          onFill={(value) => current && fill(current, value)}
          onNext={next}
        />
      )}
    </section>
  );
}

/** Says once that this place was in sight. */
function InSight({ onSeen }: { onSeen(): void }) {
  const place = useRef<HTMLSpanElement>(null);
  const tell = useRef(onSeen);
  useEffect(() => {
    tell.current = onSeen;
  });
  useEffect(() => {
    const watch = new IntersectionObserver((entries) => {
      if (!entries.some((one) => one.isIntersecting)) return;
      watch.disconnect();
      tell.current();
    });
    watch.observe(place.current!);
    return () => watch.disconnect();
  }, []);
  return <span ref={place} className="block h-px" />;
}
