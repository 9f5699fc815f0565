import { Injectable } from '@nestjs/common';
import { type EventKind, Events } from '../../platform/events';
import { type Firm, type Work, Works } from '../../platform/work';

/** What a firm has settled about itself. */
@Injectable()
export class FirmSettings {
  constructor(
    private readonly works: Works,
    private readonly events: Events,
  ) {}

  /**
   * Keeps what is different from before, and records what was and what is.
   *
   * @param words how each is called in a sentence
   * @param seen the version that whoever changes it had before them
   */
  async change<Set extends Partial<Firm>>(
    work: Work,
    kind: EventKind<object>,
    set: Set,
    words: Readonly<Record<keyof Set, string>>,
    seen: number,
  ): Promise<void> {
    const changed = (Object.keys(words) as (keyof Set & keyof Firm)[]).filter((key) => set[key] !== work.firm[key]);
    const pick = (from: Partial<Firm>): object => Object.fromEntries(changed.map((key): [string, unknown] => [key, from[key]]));
    const before = pick(work.firm);
    await this.works.change(work, set, seen);
    if (changed.length === 0) return;
    await this.events.record(work, kind, { what: `changed ${changed.map((key) => words[key]).join(', ')}`, before, after: pick(set), payload: {} });
  }
}
