import { Injectable } from '@nestjs/common';
import type { KeptKind } from '@steady/core/keeping';
import type { Work } from '../../platform/work';

/** Things of one client: all of a kind, or those in one of the firm's folders (null outside them). */
export interface Things {
  clientId: string;
  folderId: string | null;
}

export interface ThingsThere extends Things {
  /** What the folder is called. */
  folder: string | null;
  count: number;
}

/** What went, or would go; and for each thing that stays, why. */
export interface Gone {
  count: number;
  stays: string[];
}

/** What an area keeps of clients. */
export interface KeptPart {
  kind: KeptKind;
  /** What there still is of these clients. */
  there(work: Work, clientIds: string[]): Promise<ThingsThere[]>;
  /** What would go, where that is not all that there is; nothing is written. */
  look?(work: Work, things: Things): Promise<Gone>;
  /** Destroys them for good; that they were there stays on record. */
  destroy(work: Work, things: Things): Promise<Gone>;
}

/** What of clients is kept for a time, said by the areas whose it is. */
@Injectable()
export class KeptParts {
  private readonly parts: KeptPart[] = [];

  bring(part: KeptPart): void {
    this.parts.push(part);
  }

  /** One for each kind, whichever areas keep such things. */
  all(): KeptPart[] {
    return [...new Set(this.parts.map(({ kind }) => kind))].map((kind) => this.of(kind));
  }

  of(kind: KeptKind): Required<KeptPart> {
    return together(
      kind,
      this.parts.filter((part) => part.kind === kind),
    );
  }
}

const sumOf = (all: readonly Gone[]): Gone => ({ count: all.reduce((sum, { count }) => sum + count, 0), stays: all.flatMap(({ stays }) => stays) });

const lookAt = async (part: KeptPart, work: Work, things: Things): Promise<Gone> =>
  part.look?.(work, things) ?? { count: (await part.there(work, [things.clientId])).reduce((sum, one) => sum + one.count, 0), stays: [] };

/** Things of one kind that several areas keep, as if one did. */
const together = (kind: KeptKind, parts: readonly KeptPart[]): Required<KeptPart> => ({
  kind,
  there: async (work, clientIds) => {
    const found = new Map<string, ThingsThere>();
    for (const part of parts)
      for (const one of await part.there(work, clientIds)) {
        const key = `${one.clientId} ${one.folderId ?? ''}`;
        found.set(key, { ...one, count: one.count + (found.get(key)?.count ?? 0) });
      }
    return [...found.values()];
  },
  look: async (work, things) => {
    const looked: Gone[] = [];
    for (const part of parts) looked.push(await lookAt(part, work, things));
    return sumOf(looked);
  },
  destroy: async (work, things) => {
    const gone: Gone[] = [];
    for (const part of parts) gone.push(await part.destroy(work, things));
    return sumOf(gone);
  },
});
