import { GlobalWorkerOptions, type PDFDocumentProxy, getDocument } from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useRef, useState } from 'react';
import { counted } from '@steady/core/words';

GlobalWorkerOptions.workerSrc = worker;

/** So many pages are drawn at once; more as one asks for them. */
const PAGES = 5;

/** The pages of a PDF, as wide as their place. */
export function PdfPreview({ address, name }: { address: string; name: string }) {
  const [pdf, setPdf] = useState<PDFDocumentProxy | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const [shown, setShown] = useState(PAGES);
  useEffect(() => {
    const task = getDocument({ url: address, isEvalSupported: false });
    task.promise.then(setPdf, (error: Error) => {
      if (error.name !== 'AbortException')
        setWhy(error.name === 'PasswordException' ? 'It is protected by a password.' : 'It cannot be shown here; it may be damaged.');
    });
    return () => {
      setPdf(null);
      setWhy(null);
      setShown(PAGES);
      void task.destroy();
    };
  }, [address]);
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

function PdfPage({ pdf, number, name }: { pdf: PDFDocumentProxy; number: number; name: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let cancelled = false;
    let cancel = () => undefined as void;
    void (async () => {
      const page = await pdf.getPage(number);
      const place = canvas.current;
      if (cancelled || !place) return;
      const wide = place.parentElement!.clientWidth;
      const scale = (wide / page.getViewport({ scale: 1 }).width) * window.devicePixelRatio;
      const viewport = page.getViewport({ scale });
      place.width = Math.floor(viewport.width);
      place.height = Math.floor(viewport.height);
      const drawing = page.render({ canvas: place, viewport });
      cancel = () => drawing.cancel();
      await drawing.promise.catch(() => undefined);
    })();
    return () => {
      cancelled = true;
      cancel();
    };
  }, [pdf, number]);
  return (
    <div className="sheet">
      <canvas ref={canvas} role="img" aria-label={`${name}, page ${number} of ${pdf.numPages}`} className="block w-full" />
    </div>
  );
}
