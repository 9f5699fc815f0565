import type { PortalMe } from '@steady/contract/requests';
import type { Matter, Matters } from '../../app/portal-matters';
import { areSeveral, daysLate, forYou, toDo, wantedBy } from './order';

function element(tag: string, className: string, ...inside: (string | Node | null)[]): HTMLElement {
  const made = document.createElement(tag);
  made.className = className;
  made.append(...inside.filter((one) => one !== null));
  return made;
}

/**
 * What the first page says, before the parts that make it work have come: whose it is, how much is to do, and the way to each. It looks as `HomePage` and
 * its frame do, which take its place.
 */
export function firstView(me: PortalMe, matters: Matters): HTMLElement {
  const several = areSeveral(matters);
  const quiet = matters.wanted.length === 0 ? (matters.whenQuiet ?? null) : null;
  return element(
    'main',
    'mx-auto max-w-xl px-[18px] pt-3 pb-28',
    element(
      'header',
      'flex items-center justify-between gap-4 border-b border-ink pt-1 pb-2.5',
      // Where the firm has a logo, its height is kept free.
      element('span', `flex items-center gap-3 font-serif text-[15px] font-semibold ${me.logo === null ? '' : 'min-h-9'}`, me.firm),
      element('span', 'text-right text-table text-soft', me.name),
    ),
    element('h1', 'mt-4 text-[22px]', forYou(matters.wanted.length)),
    quiet === null ? null : element('p', 'mt-1', quiet),
    ...toDo(matters, me.today).map(({ client, wanted }) =>
      element(
        'section',
        'mt-3',
        several ? element('h2', 'mb-1.5 text-[15px]', client) : null,
        element('ul', '', ...wanted.map((one) => element('li', 'mb-2.5', way(one, me.today)))),
      ),
    ),
  );
}

function way(of: Matter, today: string): HTMLElement {
  const by = wantedBy(of, today);
  const link = element(
    'a',
    'flex min-h-11 gap-3 border border-ink bg-page px-3.5 py-3',
    // Here the page shows how much of it is done.
    element('span', 'w-[19px]'),
    element(
      'span',
      'min-w-0 flex-1',
      element('b', 'block', of.title),
      element('span', 'text-[13.5px] text-soft', `${of.says} `, by === null ? null : element('span', daysLate(of, today) > 0 ? 'late' : '', by)),
    ),
  );
  link.setAttribute('href', of.to);
  return link;
}
