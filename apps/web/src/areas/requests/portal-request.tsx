import { civil } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import type { RequestItemView, RequestPart } from '@steady/contract/requests';
import { dayOf } from '../../ui/words';
import { PortalItem } from './portal-item';

const isWanted = (item: RequestItemView) => item.state === 'asked' || item.state === 'sent back';

/** What is asked for, one by one, each to be sent, asked about or said not to apply. */
export function PortalRequest({ ask }: { ask: PortalAsk<RequestPart> }) {
  const { items } = ask.part;
  const isOpen = ask.stands === 'wanted' || ask.stands === 'with us';
  return (
    <section className="mt-5" aria-label={ask.title}>
      <p className="text-table text-soft">{ask.client}</p>
      <h1 className="text-[22px]">{ask.title}</h1>
      <p className="mt-1 text-[15px]">
        {ask.stands === 'not needed' ? 'This is not needed any more.' : <StillWanted items={items} by={ask.wantedBy} />} {ask.askedBy} asked on{' '}
        {shortDate(dayOf(ask.askedAt))}.
      </p>
      <ol className="mt-4">
        {items.map((item) => (
          <PortalItem key={item.id} item={item} wantedBy={ask.wantedBy} isOpen={isOpen} />
        ))}
      </ol>
    </section>
  );
}

/** What of it is in, and what is to be sent by when. */
function StillWanted({ items, by }: { items: RequestItemView[]; by: string }) {
  const all = items.filter((item) => item.state !== 'from elsewhere').length;
  const wanted = items.filter(isWanted).length;
  const back = items.filter((item) => item.state === 'sent back').length;
  if (wanted === 0) return 'Everything has come in. We look at it and come back to you if something is missing.';
  const day = <b>{fullDate(civil(by))}</b>;
  if (wanted < all) {
    const rest = back < wanted ? 'rest' : back === 1 ? 'one that came back' : `${back} that came back`;
    return (
      <>
        {all - wanted} of {all} {all - wanted === 1 ? 'is' : 'are'} in. Please send the {rest} by {day}.
      </>
    );
  }
  if (all === 1)
    return (
      <>
        {back === 1 && 'It came back, with what is missing. '}Please send it {back === 1 && 'again '}by {day}.
      </>
    );
  return (
    <>
      Please send these {all} things by {day}
      {back > 0 && `; ${back} of them came back, with what is missing`}.
    </>
  );
}
