import { FileInput } from './file-input';

interface Props {
  /** What a line of it holds: "one client a line". */
  about: string;
  accept: string;
  busy: boolean;
  onChoose(file: File): void;
}

/** Where a file of rows is chosen, or dropped. */
export function ChooseFile({ about, accept, busy, onChoose }: Props) {
  const choose = (file: File | undefined) => file && onChoose(file);
  return (
    <label
      className="sheet mt-4 block max-w-2xl px-4 py-6 text-center hover:bg-kelp-tint"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        choose(event.dataTransfer.files[0]);
      }}
    >
      <span className="act-quiet inline-flex items-center justify-center">{busy ? 'Reading …' : 'Choose a file'}</span>
      <span className="mt-2 block text-table text-soft">or drop it here. The first line holds the headings; {about}.</span>
      <FileInput accept={accept} disabled={busy} onFiles={([file]) => choose(file)} />
    </label>
  );
}
