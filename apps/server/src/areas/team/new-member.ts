import type { Role } from '@steady/core/access';
import type { Money } from '@steady/core/money';

/** Somebody with whom a firm is founded. */
export interface NewMember {
  name: string;
  shortName: string;
  email: string;
  role: Role;
  does: string;
  allClients: boolean;
  /** Minutes of work for each weekday, Monday first. */
  weekdays: number[];
  /** Charge rates by the day from which they hold, minor units per hour; and what an hour costs the firm. */
  rates: { fromDay: string; perHour: Money; costPerHour?: Money }[];
  password: string | null;
}
