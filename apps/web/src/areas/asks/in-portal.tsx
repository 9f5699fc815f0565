import * as asksRoutes from '@steady/contract/asks.routes';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalMe } from '@steady/contract/requests';
import { useData } from '../../app/api';
import type { PortalParts } from '../../app/area';
import { useAskKind } from '../../app/brought';

/** What is asked of whoever is in the portal: what they owe first, then what is with the firm; what is over stands below. */
export function useAsksInPortal(me: PortalMe | undefined): PortalParts | undefined {
  const { data: asks } = useData(asksRoutes.inPortal, me ? {} : null);
  if (!asks) return undefined;
  const wanted = asks.filter((ask) => ask.stands === 'wanted');
  const withUs = asks.filter((ask) => ask.stands === 'with us');
  const over = asks.filter((ask) => ask.stands !== 'wanted' && ask.stands !== 'with us');
  return {
    open: [...wanted, ...withUs].map((ask) => ({ key: ask.partyId, shown: <Asked ask={ask} />, waits: ask.stands === 'with us' })),
    done: over.map((ask) => ({ key: ask.partyId, shown: <Over ask={ask} /> })),
    whenQuiet: nothingAsked(withUs.length, over),
  };
}

function Asked({ ask }: { ask: PortalAsk }) {
  const { Portal } = useAskKind(ask.kind);
  return <Portal ask={ask} />;
}

function Over({ ask }: { ask: PortalAsk }) {
  const { PortalRest } = useAskKind(ask.kind);
  return <PortalRest ask={ask} />;
}

/** What is said where nothing is to be done: thanks where all came, and no thanks where somebody refused. */
function nothingAsked(withUs: number, over: readonly { stands: string }[]): string {
  if (withUs > 0) return 'What you sent has come in. We look at it and come back to you if something is missing.';
  if (over[0]?.stands === 'refused') return 'You refused what was asked last. We come back to you about it.';
  return over.some((ask) => ask.stands === 'done') ? 'We have all we need for now. Thank you.' : 'We come back to you when we need something.';
}
