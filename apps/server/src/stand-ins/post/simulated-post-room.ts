import { Injectable } from '@nestjs/common';
import { type Letter, PostRoom } from '../../outside/post';
import { Clock } from '../../platform/clock';
import { Database } from '../../platform/database';
import { postRoom } from './post.tables';

/** Keeps every message where it can be read, in place of sending it. Refuses addresses that end in "bounces.example". */
@Injectable()
export class SimulatedPostRoom extends PostRoom {
  override readonly answersAt = 'answers.example';
  override readonly takesTexts = true;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    super();
  }

  async take(firmId: string, key: string, { forStaff = false, ...letter }: Letter): Promise<void> {
    if (letter.address.endsWith('@bounces.example')) throw new Error(`${letter.address} does not take mail`);
    await this.database.transaction({ firmId }, (tx) =>
      tx
        .insert(postRoom)
        .values({ firmId, key, at: this.clock.now().toString(), forStaff, ...letter })
        .onConflictDoNothing(),
    );
  }
}
