import { createContext, useContext } from 'react';
import type { PortalMe } from '@steady/contract/requests';
import type { Matters, PortalArea, PortalAskKind } from './portal-area';

/** The areas that show something to clients, given once at the top. */
export const PortalAreas = createContext<readonly PortalArea[]>([]);

/** What concerns whoever is in the portal, of all areas; nothing until all have said it. */
export function useMatters(me: PortalMe): Matters | undefined {
  const all: (Matters | undefined)[] = [];
  // The areas that there are do not change while the page stands: their hooks are called in the same order each time.

  for (const area of useContext(PortalAreas)) if (area.useMatters) all.push(area.useMatters(me));
  if (all.some((one) => one === undefined)) return undefined;
  const known = all as Matters[];
  const whenQuiet = known.find((one) => one.whenQuiet !== undefined)?.whenQuiet;
  return {
    wanted: known.flatMap(({ wanted }) => wanted),
    withUs: known.flatMap(({ withUs }) => withUs),
    over: known.flatMap(({ over }) => over),
    ...(whenQuiet === undefined ? {} : { whenQuiet }),
  };
}

/** The ways at the foot of each page, in their order. */
export const useWays = () =>
  useContext(PortalAreas)
    .flatMap(({ ways }) => ways ?? [])
    .sort((a, b) => a.at - b.at);

/** @returns nothing for a kind that no area shows to clients */
export const usePortalAskKinds = (): ((kind: string) => PortalAskKind | undefined) => {
  const kinds = useContext(PortalAreas).flatMap(({ askKind }) => (askKind as PortalAskKind | undefined) ?? []);
  return (kind) => kinds.find((one) => one.kind === kind);
};
