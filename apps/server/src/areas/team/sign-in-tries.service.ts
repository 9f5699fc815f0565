import { Injectable } from '@nestjs/common';
import { Clock } from '../../platform/clock';
import { Database, rows } from '../../platform/database';
import { type DoorRule, DoorTries, KNOWN_BROWSER, ONE_ADDRESS, UNKNOWN_BROWSER, hashOf, newSecret } from '../../platform/identity';
import { type people, personTokens } from './team.tables';
import { sql } from 'drizzle-orm';

/** A browser that was not used for so long is a stranger's again. */
const BROWSER_DAYS = 400;

type Person = typeof people.$inferSelect;

/** Where a sign-in comes from. */
export interface Caller {
  /** In words: "a computer". */
  device: string;
  address: string;
  /** What the browser shows that somebody came in with before. */
  browser: string | null;
}

interface Door {
  rule: DoorRule;
  kind: string;
  of: string;
}

/** How often somebody may try to sign in: counted by person, by address, or by the browser that is known. */
@Injectable()
export class SignInTries {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly tries: DoorTries,
  ) {}

  /** What counts a try: the browser where the person is known in it, else the person and the address. */
  async doorsFor(email: string, person: Person | undefined, { address, browser }: Caller): Promise<Door[]> {
    if (person && browser !== null && (await this.isKnown(person.id, browser))) return [{ rule: KNOWN_BROWSER, kind: 'browser', of: hashOf(browser) }];
    return [
      { rule: UNKNOWN_BROWSER, kind: 'person', of: email },
      { rule: ONE_ADDRESS, kind: 'address', of: address },
    ];
  }

  /** Whether one of these doors was tried too often a short while ago. */
  async anyShut(doors: Door[]): Promise<boolean> {
    let shut = false;
    for (const { rule, kind, of } of doors) if ((await this.tries.take(rule, kind, of)) !== null) shut = true;
    return shut;
  }

  private async isKnown(personId: string, browser: string): Promise<boolean> {
    const found = await this.database.transaction(
      { within: true },
      (tx) =>
        rows(
          tx,
          sql`select 1 from person_tokens where token_hash = ${hashOf(browser)} and person_id = ${personId} and kind = 'device' and expires_at > ${this.clock.now().toString()}`,
        ),
      { readOnly: true },
    );
    return found.length > 0;
  }

  /** Remembers a browser as one in which a person has come in. @returns what it shows from now on */
  async know(personId: string, browser: string | null): Promise<string> {
    if (browser !== null && (await this.isKnown(personId, browser))) return browser;
    const { secret, hash: tokenHash } = newSecret();
    const expiresAt = this.clock
      .now()
      .add({ hours: 24 * BROWSER_DAYS })
      .toString();
    await this.database.transaction({ within: true }, (tx) => tx.insert(personTokens).values({ tokenHash, personId, kind: 'device', expiresAt }));
    return secret;
  }

  /** What was right so far counts as no try. */
  async giveBack(doors: Door[]): Promise<void> {
    for (const { kind, of } of doors) await this.tries.giveBack(kind, of);
  }

  /** Whoever came in starts anew, except that others at the same address go on being counted. */
  async forgive(doors: Door[]): Promise<void> {
    for (const { rule, kind, of } of doors) await (rule === ONE_ADDRESS ? this.tries.giveBack(kind, of) : this.tries.forgive(kind, of));
  }
}
