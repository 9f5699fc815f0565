import { Injectable } from '@nestjs/common';
import type { Work } from '../../platform/work';

/** What an area knows of the job that a message is about. */
export interface KnownOfJob {
  /** Facts by key, as the job keeps them. */
  facts?: Readonly<Record<string, unknown>>;
  /** Details by the names under which messages ask for them, in words. */
  values?: Readonly<Record<string, string | null>>;
  /** With whom of the client it is settled. */
  contactId?: string | null;
}

type Part = (work: Work, clientId: string, jobId: string) => Promise<KnownOfJob>;

/** What messages about a job can have filled in, brought by the areas that know it. */
@Injectable()
export class MessageDetails {
  private readonly parts: Part[] = [];

  bring(part: Part): void {
    this.parts.push(part);
  }

  /** @throws Problem where the job is not one of this client */
  async ofJob(work: Work, clientId: string, jobId: string | null): Promise<Required<KnownOfJob>> {
    const known: Required<KnownOfJob> = { facts: {}, values: {}, contactId: null };
    if (jobId === null) return known;
    for (const part of this.parts) {
      const { facts = {}, values = {}, contactId = known.contactId } = await part(work, clientId, jobId);
      known.facts = { ...known.facts, ...facts };
      known.values = { ...known.values, ...values };
      known.contactId = contactId;
    }
    return known;
  }
}
