import { createContext, useContext } from 'react';
import { useData } from './api';
import type { PortalArea, PortalAskKind } from './portal-area';
import { type Matters, together } from './portal-matters';

/** The areas that show something to clients, given once at the top. */
export const PortalAreas = createContext<readonly PortalArea[]>([]);

/** What concerns whoever is in the portal, of all areas; nothing until all have said it. */
export function useMatters(): Matters | undefined {
  const kindOf = usePortalAskKinds();
  const all: (Matters | undefined)[] = [];
  for (const { matters } of useContext(PortalAreas)) {
    if (!matters) continue;
    // The areas that there are do not change while the page stands: what they read is asked for in the same order each time.
    // eslint-disable-next-line react-hooks/rules-of-hooks
    const { data } = useData(matters.reads, {});
    all.push(data === undefined ? undefined : matters.of(data, kindOf));
  }
  return all.some((one) => one === undefined) ? undefined : together(all as Matters[]);
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
