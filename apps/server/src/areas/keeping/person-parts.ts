import { Injectable } from '@nestjs/common';
import type { KeptKind } from '@steady/core/keeping';
import type { Work } from '../../platform/work';
import type { ZipEntry } from '../whole-file';

/** What an area has of a person. */
export interface PersonHas {
  what: string;
  /** The client with whose work it came about; null for what is theirs at no client. */
  clientId: string | null;
  count: number;
  /** As what it is kept; null for what is of use only while they act for a client. */
  kind: KeptKind | null;
  /** Why it is not theirs to be erased, whenever. */
  always?: string;
}

/** What an area knows of one person, over all clients. */
export interface PersonPart {
  has(work: Work, contactId: string): Promise<PersonHas[]>;
  /** Erases what the area has of them with these clients; `null` stands for what is at no client. */
  erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void>;
  /** The same as files to be given to them: what is theirs, without what is of others. */
  give(work: Work, contactId: string): Promise<ZipEntry[]>;
}

/** What is known of persons, brought by the areas that know it. */
@Injectable()
export class PersonParts {
  private parts: { at: number; part: PersonPart }[] = [];

  /** @param at where it stands among those of others, the smaller first */
  bring(at: number, part: PersonPart): void {
    this.parts = [...this.parts, { at, part }].sort((a, b) => a.at - b.at);
  }

  all(): PersonPart[] {
    return this.parts.map(({ part }) => part);
  }
}
