import * as importsRoutes from '@steady/contract/imports.routes';
import { useState } from 'react';
import type { ImportView } from '@steady/contract/imports';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';

/** What each column of the file is imported as; remembered for the next file with these headings. */
export function MappingTable({ view }: { view: ImportView }) {
  const { act, busy } = useAct();
  const [mapping, setMapping] = useState(view.mapping.map((key) => key ?? ''));
  const touched = mapping.join() !== view.mapping.map((key) => key ?? '').join();
  const left = mapping.filter((key) => key === '').length;
  return (
    <details className="mt-2" open={left > 0 || touched || view.counts.wrong > 0}>
      <summary className="text-table font-semibold">
        {mapping.length - left} of {mapping.length} columns are imported
      </summary>
      <div className="sheet mt-2 overflow-x-auto">
        <table className="ledger" aria-label="Columns of the file">
          <thead>
            <tr>
              <th scope="col">Column</th>
              <th scope="col">Example</th>
              <th scope="col">Import as</th>
            </tr>
          </thead>
          <tbody>
            {view.headings.map((heading, index) => (
              <tr key={index}>
                <td className="font-semibold">{heading || `column ${index + 1}`}</td>
                <td className="max-w-80 truncate text-soft">{view.samples[index]?.join(' · ')}</td>
                <td>
                  <select
                    aria-label={`${heading || `column ${index + 1}`} is imported as`}
                    className="field max-w-64"
                    value={mapping[index]}
                    onChange={(event) => setMapping(mapping.map((key, at) => (at === index ? event.target.value : key)))}
                  >
                    <option value="">left out</option>
                    {view.targets.map((target) => (
                      <option key={target.key} value={target.key} disabled={mapping.includes(target.key) && mapping[index] !== target.key}>
                        {target.name}
                      </option>
                    ))}
                  </select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {touched && (
        <p className="mt-2">
          <button className="act" disabled={busy} onClick={() => void act(() => send(importsRoutes.setMapping, { id: view.id }, { mapping }))}>
            {busy ? 'Comparing …' : 'Use these columns'}
          </button>
        </p>
      )}
    </details>
  );
}
