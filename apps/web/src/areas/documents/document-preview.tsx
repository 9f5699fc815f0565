import { Suspense, lazy, useState } from 'react';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { DocumentPreview as Inside } from '@steady/contract/documents';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { addressOf, useData } from '../../app/api';
import { sizeInWords } from '../../ui/words';

const PdfPreview = lazy(async () => ({ default: (await import('./pdf-preview')).PdfPreview }));

const opening = <p className="p-4 text-table text-soft">Opening …</p>;

/** What is inside a document, to be read beside the list. @param version read anew when a newer one came */
export function DocumentPreview({ id, name, version }: { id: string; name: string; version: number }) {
  const { data, error } = useData(documentsRoutes.preview, { id });
  if (error) return <p className="p-4 text-table text-rust">{error.message}</p>;
  if (!data) return opening;
  const address = `${addressOf(documentsRoutes.content, { id })}?version=${version}`;
  if (data.as === 'pdf')
    return (
      <Suspense fallback={opening}>
        <PdfPreview address={address} name={name} />
      </Suspense>
    );
  if (data.as === 'picture') return <img src={address} alt={name} className="mx-auto block max-w-full" />;
  if (data.as === 'table') return <Sheets of={data.sheets} />;
  if (data.as === 'mail') return <Mail of={data} />;
  if (data.as === 'text')
    return (
      <>
        <pre className="px-4 py-3 font-sans text-table whitespace-pre-wrap wrap-anywhere">{data.text}</pre>
        {data.cut && <Cut />}
      </>
    );
  return <p className="p-4 text-table text-soft">{'why' in data && data.why} Save it and open it elsewhere.</p>;
}

const Cut = () => <p className="px-4 pb-3 text-fine text-soft">This is the beginning. Save the file to see all of it.</p>;

function Sheets({ of }: { of: Extract<Inside, { as: 'table' }>['sheets'] }) {
  const [at, setAt] = useState(0);
  const sheet = of[at];
  if (!sheet) return <p className="p-4 text-table text-soft">There is nothing in it.</p>;
  const [head, ...rows] = sheet.rows;
  return (
    <>
      {of.length > 1 && (
        <p className="flex flex-wrap gap-x-4 px-4 pt-3 text-table">
          {of.map(({ name }, index) => (
            <button key={name} aria-current={index === at || undefined} className={index === at ? 'font-semibold' : 'lnk'} onClick={() => setAt(index)}>
              {name}
            </button>
          ))}
        </p>
      )}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={sheet.name}>
        <table className="ledger">
          <thead>
            <tr>
              {head?.map((cell, index) => (
                <th key={index} scope="col">
                  {cell}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((cells, row) => (
              <tr key={row}>
                {cells.map((cell, index) => (
                  <td key={index} className={/^[−-]?[\d.,\s]+$/.test(cell) ? 'num text-right' : ''}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {sheet.cut && <Cut />}
    </>
  );
}

function Mail({ of: { from, to, at, subject, text, attachments } }: { of: Extract<Inside, { as: 'mail' }> }) {
  return (
    <article className="px-4 py-3 text-table">
      <h3 className="font-serif text-[16px] font-semibold">{subject || 'No subject'}</h3>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 text-soft">
        <dt>From</dt>
        <dd className="wrap-anywhere">{from}</dd>
        <dt>To</dt>
        <dd className="wrap-anywhere">{to}</dd>
        {at && (
          <>
            <dt>When</dt>
            <dd>{fullDate(civil(at.slice(0, 10)))}</dd>
          </>
        )}
        {attachments.length > 0 && (
          <>
            <dt>Attached</dt>
            <dd className="wrap-anywhere">{attachments.map(({ name, bytes }) => `${name} (${sizeInWords(bytes)})`).join(', ')}</dd>
          </>
        )}
      </dl>
      <pre className="mt-3 border-t border-rule pt-3 font-sans whitespace-pre-wrap wrap-anywhere">{text}</pre>
    </article>
  );
}
