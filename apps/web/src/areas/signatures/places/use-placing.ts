import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import {
  FIELD_KINDS,
  type FieldKind,
  type PageSize,
  type SignField,
  alignedField,
  inReadingOrder,
  keptPlaces,
  newField,
  onEveryPage,
} from '@steady/core/signing';

const freshId = () => crypto.randomUUID();

/** Below the lowest field of the page, or in its lower middle: a field that is put down by a press hides no other. */
function freePlace(fields: readonly SignField[], page: number, size: PageSize): { x: number; y: number } {
  const here = fields.filter((one) => one.page === page);
  const last = here.at(-1);
  if (!last) return { x: size.width * 0.3, y: size.height * 0.7 };
  const beside = last.x + last.width + 100;
  return beside + 85 < size.width
    ? { x: beside, y: last.y + last.height / 2 }
    : { x: size.width * 0.3, y: Math.min(size.height - 30, last.y + last.height + 40) };
}

/** The fields of a document while they are placed: for which signer, on which page, which of them is chosen, and what the keys do. @param sizes of the pages, once they are known @param kept places that are put down as soon as they are, as far as they fit */
export function usePlacing(sizes: readonly PageSize[] | null, start: SignField[], kept: readonly SignField[] | null, signers: number) {
  const [fields, setFields] = useState(start);
  const [signer, setSigner] = useState(0);
  const [number, setNumber] = useState(1);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const focusNext = useRef<string | null>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const page = sizes?.[number - 1] ?? null;
  const chosen = fields.find((one) => one.id === chosenId) ?? null;
  useEffect(() => {
    if (sizes && kept) setFields(keptPlaces(kept, signers, sizes, freshId));
  }, [sizes, kept, signers]);
  useEffect(() => {
    if (!focusNext.current) return;
    sheet.current?.querySelector<HTMLElement>(`[data-field="${focusNext.current}"]`)?.focus();
    focusNext.current = null;
  });

  const change = (next: SignField) => setFields((all) => all.map((one) => (one.id === next.id ? next : one)));
  const put = (kind: FieldKind, at: { x: number; y: number }) => {
    if (!page) return;
    const field = newField({ id: freshId(), kind, signer, page: number }, at, page);
    setFields((all) => [...all, alignedField(field, all)]);
    setChosenId(field.id);
    focusNext.current = field.id;
  };
  const putFree = (kind: FieldKind) => page && put(kind, freePlace(fields, number, page));
  const remove = (id: string) => {
    const here = inReadingOrder(fields.filter((one) => one.page === number));
    focusNext.current = here[here.findIndex((one) => one.id === id) + 1]?.id ?? here[0]?.id ?? null;
    setFields(fields.filter((one) => one.id !== id));
    setChosenId(null);
  };
  const everywhere = (field: SignField) => sizes && setFields(onEveryPage(field, fields, sizes, freshId));
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement || event.ctrlKey || event.metaKey) return;
    const kind = FIELD_KINDS[Number(event.key) - 1];
    if (kind) putFree(kind);
    else if (event.key === 'PageDown') setNumber(Math.min(sizes?.length ?? 1, number + 1));
    else if (event.key === 'PageUp') setNumber(Math.max(1, number - 1));
    else return;
    event.preventDefault();
  };
  const dropped = (kind: FieldKind, event: PointerEvent) => {
    const box = sheet.current?.getBoundingClientRect();
    if (!box || !page) return;
    const inside = event.clientX >= box.left && event.clientX <= box.right && event.clientY >= box.top && event.clientY <= box.bottom;
    if (!inside) return;
    const scale = page.width / box.width;
    put(kind, { x: (event.clientX - box.left) * scale, y: (event.clientY - box.top) * scale });
  };
  return {
    fields,
    setFields,
    signer,
    setSigner,
    number,
    setNumber,
    page,
    chosen,
    setChosenId,
    sheet,
    put,
    putFree,
    change,
    remove,
    everywhere,
    dropped,
    onKeyDown,
  };
}
