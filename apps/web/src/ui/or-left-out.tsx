interface Props {
  label: string;
  choices: readonly { id: string; name: string; taken?: boolean }[];
  /** '' for what is left out. */
  value: string;
  disabled?: boolean;
  className?: string;
  onChange(id: string): void;
}

/** What a column or a row of a file is; left out where nothing is chosen. */
export function OrLeftOut({ label, choices, value, disabled, className = '', onChange }: Props) {
  return (
    <select aria-label={label} className={`field ${className}`} value={value} disabled={disabled} onChange={({ target }) => onChange(target.value)}>
      <option value="">left out</option>
      {choices.map(({ id, name, taken }) => (
        <option key={id} value={id} disabled={taken}>
          {name}
        </option>
      ))}
    </select>
  );
}
