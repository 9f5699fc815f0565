import { Moon } from './moon';

interface Props {
  done: number;
  of: number;
  /** Tasks of phases that were skipped: neither done nor to do. */
  passedOver?: number;
  late?: boolean;
  /** "8 tasks", where the number alone does not say it. */
  words?: string;
}

/** How many tasks are done, as a moon and in words; those that were skipped are said to be so. */
export function TasksDone({ done, of, passedOver = 0, late = false, words = String(of) }: Props) {
  return (
    <span className="whitespace-nowrap">
      <Moon done={done + passedOver} of={of} tone={late ? 'rust' : 'ink'} />
      {done} of {words}
      {passedOver > 0 && <span className="text-soft">, {passedOver} passed over</span>}
    </span>
  );
}
