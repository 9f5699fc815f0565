interface Given {
  /** The files chosen, at least one. */
  onFiles(files: File[]): void;
  /** Said where the words around it do not say what the files are for. */
  label?: string;
  multiple?: boolean;
  accept?: string;
  disabled?: boolean;
}

/** The field in which files are chosen; it stands inside the label that shows it. */
export function FileInput({ onFiles, label, multiple = false, accept, disabled }: Given) {
  return (
    <input
      type="file"
      className="sr-only"
      aria-label={label}
      {...{ multiple, accept, disabled }}
      onChange={({ target }) => {
        // Copied: emptying the field, so that the same file can be chosen again, empties the browser's own list.
        const files = [...(target.files ?? [])];
        target.value = '';
        if (files.length > 0) onFiles(files);
      }}
    />
  );
}

/** A button by which files are chosen. */
export function FileButton({ words, ...input }: Given & { words: string }) {
  return (
    <label className="act-quiet inline-flex cursor-pointer items-center justify-center focus-within:outline-2 focus-within:outline-kelp">
      {words}
      <FileInput {...input} />
    </label>
  );
}
