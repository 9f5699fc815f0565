import { GlobalWorkerOptions, type PDFDocumentProxy, getDocument } from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { PageSize } from '@steady/core/signing';

GlobalWorkerOptions.workerSrc = worker;

/** A PDF that is being opened: the document once it is there, or why it cannot be shown. */
export function usePdf(address: string): { pdf: PDFDocumentProxy | null; why: string | null } {
  const [pdf, setPdf] = useState<PDFDocumentProxy | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  useEffect(() => {
    const task = getDocument({ url: address, isEvalSupported: false });
    task.promise.then(setPdf, (error: Error) => {
      if (error.name !== 'AbortException')
        setWhy(error.name === 'PasswordException' ? 'It is protected by a password.' : 'It cannot be shown here; it may be damaged.');
    });
    return () => {
      setPdf(null);
      setWhy(null);
      void task.destroy();
    };
  }, [address]);
  return { pdf, why };
}

/** How large each page is as it is shown, in points; null as long as they are read. */
export function usePageSizes(pdf: PDFDocumentProxy | null): PageSize[] | null {
  const [sizes, setSizes] = useState<PageSize[] | null>(null);
  useEffect(() => {
    let left = false;
    void (async () => {
      if (!pdf) return;
      const all = await Promise.all(Array.from({ length: pdf.numPages }, (_, index) => pdf.getPage(index + 1)));
      const of = all.map((page) => {
        const { width, height } = page.getViewport({ scale: 1 });
        return { width, height };
      });
      if (!left) setSizes(of);
    })();
    return () => {
      left = true;
      setSizes(null);
    };
  }, [pdf]);
  return sizes;
}

/** One page, as wide as its place. @param children what lies over it */
export function PdfPage({ pdf, number, name, children }: { pdf: PDFDocumentProxy; number: number; name: string; children?: ReactNode }) {
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
    <div className="sheet relative">
      <canvas ref={canvas} role="img" aria-label={`${name}, page ${number} of ${pdf.numPages}`} className="block w-full" />
      {children}
    </div>
  );
}
