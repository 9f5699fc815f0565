import { type KeyboardEvent, type ReactNode, useState } from 'react';

interface Props {
  /** What stands there until it is pressed. */
  shown: ReactNode;
  /** What pressing it is for. */
  title: string;
  /** The field in its place: `leave` puts back what stood there. */
  field(leave: () => void): ReactNode;
}

/** Something that is read most of the time and changed where it stands: pressed, it becomes a field; Esc leaves it was. */
export function InPlace({ shown, title, field }: Props) {
  const [open, setOpen] = useState(false);
  const leave = () => setOpen(false);
  if (!open)
    return (
      <button type="button" className="text-left hover:underline" title={title} onClick={() => setOpen(true)}>
        {shown}
      </button>
    );
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    leave();
  };
  return <span onKeyDown={onKeyDown}>{field(leave)}</span>;
}
