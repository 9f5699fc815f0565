import type { PortalAsk } from '@steady/contract/asks';
import type { RequestItemView, RequestPart } from '@steady/contract/requests';
import type { AskInPortal } from '../../app/portal-matters';

const isIn = ({ state }: RequestItemView) => state !== 'asked' && state !== 'sent back';
const asked = ({ part: { items } }: PortalAsk<RequestPart>) => items.filter(({ state }) => state !== 'from elsewhere');

function says(ask: PortalAsk<RequestPart>): string {
  if (ask.stands === 'done') return 'all in, thank you';
  if (ask.stands === 'not needed') return 'not needed any more';
  if (ask.stands === 'with us') return 'we look at it';
  const all = asked(ask);
  const back = all.filter(({ state }) => state === 'sent back').length;
  const count = all.filter(isIn).length;
  const came = count === 0 ? `${all.length} ${all.length === 1 ? 'thing' : 'things'}.` : `${count} of ${all.length} ${count === 1 ? 'is' : 'are'} in.`;
  return back === 0 ? came : `${came} ${back} came back.`;
}

/** What is said of one in the portal. */
export const requestInPortal: AskInPortal<RequestPart> = {
  kind: 'request',
  title: (ask: PortalAsk<RequestPart>) => ask.title,
  says,
  done: (ask: PortalAsk<RequestPart>) => ({ of: asked(ask).length, are: asked(ask).filter(isIn).length }),
  movedAt: (ask: PortalAsk<RequestPart>) => [ask.askedAt, ...ask.part.items.flatMap(({ answers }) => answers.map(({ at }) => at))].sort().at(-1)!,
};
