import { type DragEvent, useState } from 'react';
import { counted } from '@steady/core/words';
import { FileButton } from '../../ui/file-input';
import { sizeInWords } from '../../ui/words';
import { FolderChoice } from './folder-choice';
import { type Destination, type UploadShown, addUploads, dropUploads, holdsFiles, tryUploadAgain, useUploads } from './uploads';

interface Props {
  destination: Pick<Destination, 'to' | 'of'>;
  /** Whose folders there are to choose from. */
  clientId: string;
}

/** Where many files are chosen or dropped at once, with who will see them there; says of each how far it is. */
export function AddDocuments({ destination, clientId }: Props) {
  const [folder, setFolder] = useState('');
  const [over, setOver] = useState(false);
  const uploads = useUploads(destination);
  const add = (files: readonly File[]) => addUploads({ ...destination, folder }, files);
  const drag = (event: DragEvent, isOver: boolean) => {
    if (!holdsFiles(event.dataTransfer)) return;
    event.preventDefault();
    setOver(isOver);
  };
  return (
    <section
      aria-label="Add documents"
      className={`sheet mb-3 px-4 py-3 ${over ? 'bg-kelp-tint outline-2 outline-kelp' : ''}`}
      onDragOver={(event) => drag(event, true)}
      onDragLeave={(event) => drag(event, false)}
      onDrop={(event) => {
        drag(event, false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0) add(files);
      }}
    >
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <FileButton words="Add documents" multiple onFiles={add} />
        <span className="text-table text-soft max-sm:hidden">or drop them here</span>
        <FolderChoice clientId={clientId} value={folder} onChange={setFolder} />
      </div>
      {uploads.length > 0 && <Queue of={uploads} />}
    </section>
  );
}

function Queue({ of }: { of: readonly UploadShown[] }) {
  const done = of.filter(({ state }) => state === 'done');
  const refused = of.filter(({ state }) => state === 'refused');
  const left = of.length - done.length - refused.length;
  return (
    <div className="mt-3 border-t border-rule pt-2">
      <p className="flex flex-wrap items-baseline gap-x-4 text-table" role="status">
        <b>
          {left > 0 ? `${done.length} of ${counted(of.length, 'file')} in` : `${counted(done.length, 'file')} added`}
          {refused.length > 0 && `, ${refused.length} not`}
        </b>
        {left > 0 ? (
          <button className="lnk" onClick={() => dropUploads((one) => of.includes(one) && one.state !== 'done')}>
            Stop
          </button>
        ) : (
          <button className="lnk" onClick={() => dropUploads((one) => of.includes(one))}>
            Clear this list
          </button>
        )}
      </p>
      <div role="region" aria-label="Files" tabIndex={0} className="mt-1 max-h-52 overflow-y-auto text-table">
        <ul>
          {[...of.filter((one) => one.state !== 'done'), ...done].map((one) => (
            <Line key={one.id} of={one} />
          ))}
        </ul>
      </div>
    </div>
  );
}

/** How far one file is: in words. */
function Line({ of: { id, file, state, sent, why, added } }: { of: UploadShown }) {
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 py-0.5">
      <span className="wrap-anywhere">{file.name}</span>
      {state === 'waits' && <span className="text-soft">waits</span>}
      {state === 'goes' && (
        <span className="num text-soft">
          {sizeInWords(sent)} of {sizeInWords(file.size)}
        </span>
      )}
      {state === 'lost' && <span className="soon">line lost, trying again</span>}
      {state === 'done' && <span className="good">added</span>}
      {state === 'refused' && (
        <>
          <span className="late">not added</span>
          <span className="text-rust">{why}</span>
          <button className="lnk" onClick={() => tryUploadAgain(id)}>
            Try again
          </button>
        </>
      )}
      {added?.sameAs && <span className="soon">the same as {added.sameAs.title}, which is here already</span>}
    </li>
  );
}
