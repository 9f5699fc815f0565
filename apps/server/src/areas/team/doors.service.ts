import { Injectable } from '@nestjs/common';
import type { FirmDoors } from '@steady/contract/firm-doors';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, Works } from '../../platform/work';

export const DoorsChanged = eventKind<object>('sign-in of the firm changed', 'team');

const KEYS = ['secondStepRequired', 'idleMinutes', 'sessionHours', 'adminIdleMinutes', 'adminSessionHours', 'mailAddress'] as const;
const WORDS: Record<(typeof KEYS)[number], string> = {
  secondStepRequired: 'whether the second step is required',
  idleMinutes: 'how long a session may rest',
  sessionHours: 'how long a session lasts',
  adminIdleMinutes: 'how long an administrator’s session may rest',
  adminSessionHours: 'how long an administrator’s session lasts',
  mailAddress: 'the address from which the firm writes',
};

/** How people of the firm come in and for how long, and where its messages come from. */
@Injectable()
export class DoorsService {
  constructor(
    private readonly works: Works,
    private readonly events: Events,
  ) {}

  /** The firm's rules for sessions and sign-in. */
  view({ firm }: Work): FirmDoors {
    const { mailAddress, secondStepRequired, idleMinutes, sessionHours, adminIdleMinutes, adminSessionHours } = firm;
    return { secondStepRequired, idleMinutes, sessionHours, adminIdleMinutes, adminSessionHours, mailAddress: mailAddress ?? undefined };
  }

  /** Sessions that have begun end by the new rest, and last as long as they were given. */
  async keep(work: Work, input: FirmDoors): Promise<void> {
    if (input.adminIdleMinutes > input.idleMinutes || input.adminSessionHours > input.sessionHours)
      throw Problem.invalid([
        {
          field: input.adminIdleMinutes > input.idleMinutes ? 'adminIdleMinutes' : 'adminSessionHours',
          message: 'An administrator’s session is no longer than those of others.',
        },
      ]);
    const set = { ...input, mailAddress: input.mailAddress ?? null };
    const changed = KEYS.filter((key) => set[key] !== work.firm[key]);
    if (changed.length === 0) return;
    const pick = (from: typeof set) => Object.fromEntries(changed.map((key) => [key, from[key]]));
    const before = pick(work.firm);
    await this.works.change(work, set);
    await this.events.record(work, DoorsChanged, { what: `changed ${changed.map((key) => WORDS[key]).join(', ')}`, before, after: pick(set), payload: {} });
  }
}
