import { useState } from 'react';
import { OrLeftOut } from './or-left-out';

interface Props {
  of: {
    headings: readonly string[];
    /** A few values of each column, to recognise it by. */
    samples: readonly (readonly string[])[];
    mapping: readonly (string | null)[];
    targets: readonly { key: string; name: string }[];
  };
  /** There is something to look at: it stands open. */
  toLookAt: boolean;
  busy: boolean;
  onUse(mapping: string[]): void;
}

/** What each column of a file is imported as. */
export function MappingTable({ of: view, toLookAt, busy, onUse }: Props) {
  const [mapping, setMapping] = useState(view.mapping.map((key) => key ?? ''));
  const touched = mapping.join() !== view.mapping.map((key) => key ?? '').join();
  const left = mapping.filter((key) => key === '').length;
  return (
    <details className="mt-2" open={left > 0 || touched || toLookAt}>
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
                  <OrLeftOut
                    label={`${heading || `column ${index + 1}`} is imported as`}
                    className="max-w-64"
                    value={mapping[index]!}
                    choices={view.targets.map(({ key, name }) => ({ id: key, name, taken: mapping.includes(key) && mapping[index] !== key }))}
                    onChange={(chosen) => setMapping(mapping.map((key, at) => (at === index ? chosen : key)))}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {touched && (
        <p className="mt-2">
          <button className="act" disabled={busy} onClick={() => onUse(mapping)}>
            {busy ? 'Comparing …' : 'Use these columns'}
          </button>
        </p>
      )}
    </details>
  );
}
