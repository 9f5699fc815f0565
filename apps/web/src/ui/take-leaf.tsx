import type { ReactNode } from 'react';
import { useAct } from '../app/use-act';
import { Leaf } from './leaf';

interface Offered {
  key: string;
  name: string;
  taken: boolean;
}

/** Things that come with the application, to be taken over and changed. */
export function TakeLeaf<One extends Offered>({
  title,
  above,
  offered,
  about,
  onTake,
  onClose,
}: {
  title: string;
  above?: ReactNode;
  offered: readonly One[];
  about(one: One): ReactNode;
  onTake(one: One): Promise<void>;
  onClose(): void;
}) {
  const { act, busy } = useAct();
  return (
    <Leaf open broad title={title} onClose={onClose}>
      {above && <p className="mb-3 text-table text-soft">{above}</p>}
      <ul>
        {offered.map((one) => (
          <li key={one.key} className="flex items-start gap-4 border-t border-rule py-2.5">
            <div className="min-w-0 flex-1">
              <p className="font-semibold">{one.name}</p>
              {about(one)}
            </div>
            {one.taken ? (
              <span className="text-table text-soft">there already</span>
            ) : (
              <button
                type="button"
                className="act-quiet whitespace-nowrap"
                disabled={busy}
                aria-label={`Use ${one.name}`}
                onClick={() => void act(() => onTake(one), `Added "${one.name}".`)}
              >
                Use it
              </button>
            )}
          </li>
        ))}
      </ul>
    </Leaf>
  );
}
