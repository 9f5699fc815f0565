import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useState } from 'react';
import { FIELD_KINDS, type PageSize, type SignField, alignedField, fieldsOfPages, inReadingOrder } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import { Confirm } from '../../../ui/leaf';
import { PdfPage, usePageSizes, usePdf } from '../../../ui/pdf';
import { FieldBox } from './field-box';
import { FieldFacts } from './field-facts';
import { KeptForNextTime, type Keeping } from './kept-for-next-time';
import { PageList } from './page-list';
import { PlacingSum } from './placing-sum';
import { signerStyle } from './signer-style';
import { Tool } from './tool';
import { usePlacing } from './use-placing';

export interface Placing {
  fields: SignField[];
  keeping: Keeping;
}

interface Props extends Placing {
  /** What is signed, for whom. */
  title: string;
  document: { name: string; address: string };
  /** Names of those who sign, in order. */
  signers: readonly string[];
  /** Places kept for its kind, put down as soon as it is open; null where others were chosen before. */
  kept: readonly SignField[] | null;
  onDone(placing: Placing): void;
  onClose(): void;
}

/** The document page by page, with the places at which each of those who sign it does. */
export function PlaceFields({ title, document, signers, kept, fields: start, keeping: asBefore, onDone, onClose }: Props) {
  const { pdf, why } = usePdf(document.address);
  const sizes = usePageSizes(pdf);
  const of = usePlacing(sizes, start, kept, signers.length);
  const { fields, setFields, signer, setSigner, number, setNumber, page, chosen, setChosenId, sheet, putFree, change, remove, everywhere } = of;
  const [keeping, setKeeping] = useState(asBefore);
  const [leaving, setLeaving] = useState(false);
  const leave = () => (fields === start ? onClose() : setLeaving(true));
  const pages = fieldsOfPages(fields, signers, sizes?.length ?? 0);
  return (
    <Dialog open onClose={leave} onKeyDown={of.onKeyDown} className="relative z-50">
      <DialogPanel className="fixed inset-0 overflow-y-auto bg-paper px-6 py-4 max-sm:px-4">
        <p className="text-table text-soft">
          {title} · {document.name}
        </p>
        <DialogTitle className="font-serif text-[25px] leading-tight font-semibold">Where they sign</DialogTitle>
        <PlacingSum fields={fields} signers={signers} signer={signer} without={pages.filter((one) => one.without.length > 0)} onPage={setNumber} />
        {why && <p className="mt-4 text-table">{why} Save it anew, and choose it once more.</p>}
        <div className="mt-3 grid gap-5 sm:grid-cols-[230px_minmax(0,1fr)_250px]">
          <div>
            <h2>Signers, in order</h2>
            <ol className="mt-1 text-table">
              {signers.map((name, at) => (
                <li key={at} className="border-b border-rule-soft">
                  <button
                    type="button"
                    aria-pressed={at === signer}
                    onClick={() => setSigner(at)}
                    className={`flex w-full items-center gap-2 px-2 py-1.5 text-left max-sm:min-h-11 ${at === signer ? 'bg-page' : ''}`}
                  >
                    <span aria-hidden="true" className={`h-3.5 w-7 shrink-0 ${signerStyle(at)}`} />
                    <span className="font-semibold">
                      {at + 1} {name}
                    </span>
                  </button>
                </li>
              ))}
            </ol>
            <h3 className="mt-4 text-table">Put on the page</h3>
            <p className="mt-1 flex flex-wrap gap-1.5">
              {FIELD_KINDS.map((kind, at) => (
                <Tool key={kind} kind={kind} at={at + 1} onPress={() => putFree(kind)} onDrop={(event) => of.dropped(kind, event)} />
              ))}
            </p>
            <p className="mt-2 text-fine text-soft">
              Press, or drag one to its place. Arrows move, with Shift they resize, <kbd>Tab</kbd> goes to the next field, <kbd>0</kbd> puts it on every page,{' '}
              <kbd>Del</kbd> removes it, <kbd>PgDn</kbd> turns the page.
            </p>
            {chosen && (
              <FieldFacts field={chosen} signers={signers} onChange={change} onEveryPage={() => everywhere(chosen)} onRemove={() => remove(chosen.id)} />
            )}
          </div>
          <div>
            {pdf && page ? (
              <>
                <div ref={sheet} data-page={number} className="mx-auto" style={wholeInSight(page)} onPointerDown={() => setChosenId(null)}>
                  <PdfPage pdf={pdf} number={number} name={document.name}>
                    {inReadingOrder(fields.filter((one) => one.page === number)).map((field) => (
                      <FieldBox
                        key={field.id}
                        field={field}
                        name={signers[field.signer] ?? ''}
                        page={page}
                        isChosen={field.id === chosen?.id}
                        onChoose={() => setChosenId(field.id)}
                        onChange={change}
                        onPut={(put) => change(alignedField(put, fields))}
                        onEveryPage={() => everywhere(field)}
                        onRemove={() => remove(field.id)}
                      />
                    ))}
                  </PdfPage>
                </div>
                <p className="mt-2 flex justify-center gap-4 text-table text-soft">
                  <button type="button" className="lnk" disabled={number === 1} onClick={() => setNumber(number - 1)}>
                    Page before
                  </button>
                  <span>
                    {number} of {pdf.numPages}
                  </span>
                  <button type="button" className="lnk" disabled={number === pdf.numPages} onClick={() => setNumber(number + 1)}>
                    Next page
                  </button>
                </p>
              </>
            ) : (
              !why && <p className="p-4 text-table text-soft">Opening …</p>
            )}
          </div>
          <div>
            <PageList pages={pages} current={number} onPage={setNumber} />
            {sizes && (
              <KeptForNextTime
                fields={fields}
                keeping={keeping}
                signers={signers.length}
                pages={sizes}
                onUse={(used, kindId) => {
                  setFields(used);
                  setKeeping({ ...keeping, kindId });
                }}
                onKeepAs={(keepPlacesAs) => setKeeping({ ...keeping, keepPlacesAs })}
              />
            )}
            <p className="mt-5 flex gap-2">
              <button type="button" className="act" onClick={() => onDone({ fields, keeping })}>
                {fields.length === 0 ? 'Use no fields' : `Use ${counted(fields.length, 'field')}`}
              </button>
              <button type="button" className="act-quiet" onClick={leave}>
                Cancel
              </button>
            </p>
          </div>
        </div>
        <Confirm
          open={leaving}
          title="Leave the fields as they were?"
          act="Leave them as they were"
          back="Go on placing"
          safe
          onClose={() => setLeaving(false)}
          onYes={onClose}
        >
          <p>What you placed here is not used yet.</p>
        </Confirm>
      </DialogPanel>
    </Dialog>
  );
}

/** As wide as the whole page is in sight, with what stands above and below it. */
const wholeInSight = ({ width, height }: PageSize) => ({ maxWidth: `max(300px, min(600px, calc((100dvh - 160px) * ${width / height})))` });
