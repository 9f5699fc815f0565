import './styles.css';
import type { PortalMe } from '@steady/contract/requests';
import * as portalRoutes from '@steady/contract/portal.routes';
import { PORTAL_MATTERS, asksInPortal } from './app/portal-said';
import { together } from './app/portal-matters';
import { firstView } from './areas/portal/first-view';
import { setZone } from './ui/words';

/** An answer that was asked for before any part had come; it stays to be read by whoever needs it next. Nothing where it was not, or was refused. */
async function early(path: string): Promise<unknown> {
  const { askedEarly } = window as { askedEarly?: Record<string, Promise<Response | null>> };
  const response = (await askedEarly?.[path])?.clone();
  return response?.ok ? response.json() : undefined;
}

/** Writes down what the first page says until the page itself stands. Over a slow line its parts take seconds more. */
async function showFirst(): Promise<void> {
  const [me, ...answers] = await Promise.all([portalRoutes.me.path, ...PORTAL_MATTERS.map(({ reads }) => reads.path)].map(early));
  const root = document.getElementById('root')!;
  if (root.hasChildNodes() || me === undefined || answers.includes(undefined)) return;
  const { firm, looking, readOnly, zone } = me as PortalMe;
  // What stands above the page then says what cannot be done: that comes with the page.
  if (looking || readOnly) return;
  setZone(zone);
  document.title = firm;
  const first = firstView(me as PortalMe, together(PORTAL_MATTERS.map(({ of }, at) => of(answers[at], asksInPortal))));
  root.hidden = true;
  root.before(first);
  const watch = new MutationObserver(() => {
    if (!root.querySelector('h1')) return;
    watch.disconnect();
    first.remove();
    root.hidden = false;
  });
  watch.observe(root, { childList: true, subtree: true });
}

void showFirst();
void import('./portal-main');
