import { useEffect, useState } from 'react';
import { counted } from '@steady/core/words';
import { PdfPage, usePdf } from '../../ui/pdf';

/** So many pages are drawn at once; more as one asks for them. */
const PAGES = 5;

/** The pages of a PDF, as wide as their place. */
export function PdfPreview({ address, name }: { address: string; name: string }) {
  const { pdf, why } = usePdf(address);
  const [shown, setShown] = useState(PAGES);
  useEffect(() => () => setShown(PAGES), [address]);
  if (why) return <p className="p-4 text-table text-soft">{why} Save it and open it elsewhere.</p>;
  if (!pdf) return <p className="p-4 text-table text-soft">Opening …</p>;
  const pages = Math.min(shown, pdf.numPages);
  return (
    <div className="grid gap-3 bg-paper p-3">
      {Array.from({ length: pages }, (_, index) => (
        <PdfPage key={index} pdf={pdf} number={index + 1} name={name} />
      ))}
      {pages < pdf.numPages && (
        <button className="act-quiet justify-self-center" onClick={() => setShown(shown + PAGES)}>
          Show more of {counted(pdf.numPages, 'page')}
        </button>
      )}
    </div>
  );
}
