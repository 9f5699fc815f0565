import * as almanacRoutes from '@steady/contract/almanac.routes';
import { useState } from 'react';
import type { FeedView } from '@steady/contract/almanac';
import { addressOf, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Leaf } from '../../ui/leaf';
import { momentInWords } from '../../ui/words';

/** Deadlines in a calendar elsewhere, by a private address that can be withdrawn. */
export function FeedLeaf({ onClose }: { onClose(): void }) {
  const session = useSession();
  const { act, busy } = useAct();
  const [address, setAddress] = useState<string | null>(null);
  const { data: feeds = [] } = useData(almanacRoutes.feeds);
  const open = (scope: FeedView['scope']) =>
    act(async () => {
      const { secret } = await send(almanacRoutes.addFeed, {}, { scope });
      setAddress(location.origin + addressOf(almanacRoutes.readFeed, { secret }));
    });
  return (
    <Leaf open title="Deadlines in your calendar" onClose={onClose}>
      <p className="mb-3 text-table">
        A calendar elsewhere reads the deadlines by a private address (iCalendar) and stays up to date. It shows what you may see, to whoever has the address.
      </p>
      <p className="mb-4 flex gap-3">
        <button type="button" className="act" disabled={busy} onClick={() => void open('person')}>
          Address for mine
        </button>
        <button type="button" className="act-quiet" disabled={busy} onClick={() => void open('firm')}>
          Address for the firm
        </button>
      </p>
      {address && (
        <div className="mb-4 border border-kelp bg-kelp-tint px-3 py-2 text-table" role="status">
          <p className="mb-1 font-semibold">Copy it now: it is shown once.</p>
          <input
            className="field font-mono text-fine"
            readOnly
            value={address}
            aria-label="Address of the calendar"
            onFocus={(event) => event.target.select()}
          />
          <button type="button" className="lnk mt-1" onClick={() => void act(() => navigator.clipboard.writeText(address), 'Copied.')}>
            Copy
          </button>
        </div>
      )}
      <h3 className="mb-1 font-semibold">Addresses in use</h3>
      {feeds.length === 0 && <p className="text-table text-soft">None yet.</p>}
      <ul>
        {feeds.map((feed) => (
          <li key={feed.id} className="flex items-baseline gap-3 border-t border-rule py-1.5 text-table">
            <span className="flex-1">
              {feed.scope === 'firm' ? 'The whole firm' : 'My deadlines'}, made {momentInWords(feed.createdAt, session.day)}
              <span className="block text-fine text-soft">{feed.lastReadAt ? `last read ${momentInWords(feed.lastReadAt, session.day)}` : 'not read yet'}</span>
            </span>
            <button
              type="button"
              className="lnk"
              disabled={busy}
              onClick={() => void act(() => send(almanacRoutes.withdrawFeed, { id: feed.id }), 'Withdrawn. The address answers nobody any more.')}
            >
              Withdraw
            </button>
          </li>
        ))}
      </ul>
    </Leaf>
  );
}
