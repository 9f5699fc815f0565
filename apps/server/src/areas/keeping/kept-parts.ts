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
  /** What would go; nothing is written. */
  look(work: Work, things: Things): Promise<Gone>;
  /** Destroys them for good; that they were there stays on record. */
  destroy(work: Work, things: Things): Promise<Gone>;
}

/** What of clients is kept for a time, said by the areas whose it is. */
@Injectable()
export class KeptParts {
  private readonly parts = new Map<KeptKind, KeptPart>();

  bring(part: KeptPart): void {
    this.parts.set(part.kind, part);
  }

  all(): KeptPart[] {
    return [...this.parts.values()];
  }

  of(kind: KeptKind): KeptPart {
    return this.parts.get(kind)!;
  }
}
