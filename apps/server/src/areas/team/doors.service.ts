import { Injectable } from '@nestjs/common';
import type { FirmDoors } from '@steady/contract/firm-doors';
import { eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { FirmSettings } from './firm-settings';

export const DoorsChanged = eventKind<object>('sign-in of the firm changed', 'team');

const WORDS: Record<Exclude<keyof FirmDoors, 'version'>, string> = {
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
  constructor(private readonly settings: FirmSettings) {}

  /** The firm's rules for sessions and sign-in. */
  view({ firm }: Work): FirmDoors {
    const { mailAddress, secondStepRequired, idleMinutes, sessionHours, adminIdleMinutes, adminSessionHours, version } = firm;
    return { secondStepRequired, idleMinutes, sessionHours, adminIdleMinutes, adminSessionHours, mailAddress: mailAddress ?? undefined, version };
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
    const { version, ...rules } = input;
    const set = { ...rules, mailAddress: rules.mailAddress ?? null };
    await this.settings.change(work, DoorsChanged, set, WORDS, version);
  }
}
