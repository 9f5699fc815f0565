import * as almanacRoutes from '@steady/contract/almanac.routes';
import { counted } from '@steady/core/words';
import { send } from '../../app/api';
import { afterLast, usePages } from '../../app/pages';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Note } from '../../ui/page';
import { ShowMore } from '../../ui/show-more';
import { momentInWords } from '../../ui/words';

/** What was started together before, each to be undone as long as nobody has worked on it. */
export function SeasonStarts() {
  const session = useSession();
  const { act, busy: acting } = useAct();
  const earlier = usePages(almanacRoutes.seasons, {}, afterLast);
  const starts = earlier.pages?.flat() ?? [];
  return (
    <Note title="Started together">
      {starts.length === 0 && <p className="text-soft">Nothing yet. What you start here can be undone here, as long as nobody has worked on it.</p>}
      {starts.map((one) => (
        <p key={one.id} className="mb-2 border-b border-rule-soft pb-2">
          <b>{one.what}</b>
          <span className="block text-fine text-soft">
            {counted(one.jobs, 'job')}, {one.who}, {momentInWords(one.at, session.day)}
          </span>
          {one.undoneAt ? (
            <span className="text-fine text-soft">undone {momentInWords(one.undoneAt, session.day)}</span>
          ) : (
            <button
              className="lnk"
              disabled={acting}
              onClick={() => void act(() => send(almanacRoutes.undoSeason, { id: one.id }), 'Undone. Jobs that somebody has worked on stay.')}
            >
              Undo
            </button>
          )}
        </p>
      ))}
      <ShowMore of={earlier} />
    </Note>
  );
}
