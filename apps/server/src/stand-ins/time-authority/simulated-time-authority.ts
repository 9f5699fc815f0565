import { Injectable } from '@nestjs/common';
import { Temporal } from '@steady/core/calendar';
import { type Sealer, answerWithTime, newSealer } from '@steady/core/seals';
import { TimeAuthority } from '../../outside/time-authority';
import { Clock } from '../../platform/clock';

/** Years before and after now for which its certificate is good: a rehearsed clock stays within them. */
const YEARS = 20;

/** Stamps with the time of our own clock, under a certificate that it makes at its first stamp and forgets when the application ends: what it stamped carries it along. */
@Injectable()
export class SimulatedTimeAuthority extends TimeAuthority {
  private sealer: Promise<Sealer> | null = null;

  constructor(private readonly clock: Clock) {
    super();
  }

  async stamp(request: Uint8Array): Promise<Uint8Array> {
    const now = this.clock.now();
    const away = Temporal.Duration.from({ hours: YEARS * 365 * 24 });
    this.sealer ??= newSealer({
      name: 'Simulated time stamps',
      organisation: 'Simulated time authority',
      is: 'time',
      from: now.subtract(away),
      until: now.add(away),
    });
    return answerWithTime(request, now, await this.sealer);
  }
}
