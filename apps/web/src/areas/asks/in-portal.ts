import * as asksRoutes from '@steady/contract/asks.routes';
import type { PortalAsk } from '@steady/contract/asks';
import type { AskInPortal, Matter, MattersOf } from '../../app/portal-matters';

/** What is asked of whoever is in the portal: what they owe, what is with the firm, what is over. */
export const askMatters: MattersOf<typeof asksRoutes.inPortal> = {
  reads: asksRoutes.inPortal,
  of(asks, kindOf) {
    const of = (...stands: PortalAsk['stands'][]) =>
      asks.flatMap((ask) => {
        const kind = kindOf(ask.kind);
        return kind && stands.includes(ask.stands) ? [matter(ask, kind)] : [];
      });
    const withUs = of('with us');
    const over = asks.filter(({ stands }) => stands !== 'wanted' && stands !== 'with us');
    return { wanted: of('wanted'), withUs, over: of('done', 'refused', 'not needed'), whenQuiet: nothingAsked(withUs.length, over) };
  },
};

const matter = (ask: PortalAsk, kind: AskInPortal): Matter => {
  const done = kind.done?.(ask);
  return {
    key: ask.partyId,
    client: ask.client,
    title: kind.title(ask),
    to: `/portal/asks/${ask.id}`,
    says: kind.says(ask),
    ...(done ? { done } : {}),
    by: ask.stands === 'wanted' ? ask.wantedBy : null,
    movedAt: kind.movedAt(ask),
  };
};

/** What is said where nothing is to be done: thanks where all came, and no thanks where somebody refused. */
function nothingAsked(withUs: number, over: readonly { stands: string }[]): string {
  if (withUs > 0) return 'What you sent has come in. We look at it and come back to you if something is missing.';
  if (over[0]?.stands === 'refused') return 'You refused what was asked last. We come back to you about it.';
  return over.some((ask) => ask.stands === 'done') ? 'We have all we need for now. Thank you.' : 'We come back to you when we need something.';
}
