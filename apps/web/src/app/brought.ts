import { createContext, useContext, useMemo } from 'react';
import type { Found } from '@steady/contract/search';
import type { Area, Placed, TodayGroup, TodayNote } from './area';
import { useSession } from './session';

/** The areas that there are, given once at the top. */
export const Areas = createContext<readonly Area[]>([]);

/** What areas bring under one heading, all together. */
export const brought = <Key extends keyof Area>(areas: readonly Area[], key: Key): NonNullable<Area[Key]>[] =>
  areas.flatMap((area) => (area[key] === undefined ? [] : [area[key]]));

/** What areas bring under one heading, as far as the person may see it, in its order. */
export function useBrought<
  Key extends
    'contents' | 'firmPages' | 'clientSections' | 'clientActs' | 'documentActs' | 'jobsTogether' | 'clientsTogether' | 'jobSections' | 'keys' | 'notFound',
>(key: Key): Listed<Area[Key]>[] {
  const areas = useContext(Areas);
  const { rights } = useSession();
  return useMemo(() => {
    const all = brought(areas, key).flat() as (Placed & Listed<Area[Key]>)[];
    return all.filter((one) => one.needs === undefined || rights.includes(one.needs)).sort((a, b) => a.at - b.at);
  }, [areas, key, rights]);
}
type Listed<Of> = NonNullable<Of> extends readonly (infer One)[] ? One : NonNullable<Of>;

interface OfToday {
  groups: TodayGroup;
  notes: TodayNote;
}

/** What areas bring to one part of Today, as far as the person may see it, in its order. */
export function useToday<Key extends keyof OfToday>(key: Key): OfToday[Key][] {
  const areas = useContext(Areas);
  const { rights } = useSession();
  return useMemo(() => {
    const all = brought(areas, 'today').flatMap((of): OfToday[Key][] => (of[key] as OfToday[Key][] | undefined) ?? []);
    return all.filter((one) => one.needs === undefined || rights.includes(one.needs)).sort((one, other) => one.at - other.at);
  }, [areas, key, rights]);
}

/** Everything that areas bring to Today, as they bring it. */
export const useTodayParts = () => brought(useContext(Areas), 'today');

/** Tries again what did not happen by itself. @returns nothing for a kind that no area knows */
export function useTryAgain(): (kind: string) => ((id: string) => Promise<unknown>) | undefined {
  const ways = brought(useContext(Areas), 'tryAgain');
  return (kind) => ways.find((one) => one[kind])?.[kind];
}

/** The kinds of asks that areas show. */
export const useAskKinds = () => brought(useContext(Areas), 'askKind');

/** @throws Error where no area shows asks of that kind */
export function useAskKind(kind: string) {
  const found = useAskKinds().find((one) => one.kind === kind);
  if (!found) throw new Error(`No area shows asks of the kind "${kind}"`);
  return found;
}

/** What something that was found is called, and where it leads. @throws Error for a kind that no area knows */
export function useFound(): (found: Found) => { words: string; to: string } {
  const ways = brought(useContext(Areas), 'found');
  return (found) => {
    const way = ways.find((one) => one[found.kind])?.[found.kind];
    if (!way) throw new Error(`No area shows what was found of the kind "${found.kind}"`);
    return { words: way.words, to: way.to(found) };
  };
}
