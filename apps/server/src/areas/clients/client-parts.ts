import { Injectable } from '@nestjs/common';
import type { ClientView } from '@steady/contract/clients';
import type { Work } from '../../platform/work';

/** What other areas know of a client. */
type Shown = Pick<ClientView, 'unpaid' | 'unpaidSince' | 'wip' | 'waitingSince' | 'waitingFor' | 'onHold'>;
type Brought = Shown & { openJobs: number; nextDue: { dueOn: string; name: string } | null };
type Part = (work: Work, clientId: string) => Promise<Partial<Brought>>;

const NOTHING: Brought = { unpaid: null, unpaidSince: null, wip: null, waitingSince: null, waitingFor: null, onHold: null, openJobs: 0, nextDue: null };

/** Parts of a client as it is looked at, brought by the areas that stand on clients. */
@Injectable()
export class ClientParts {
  private readonly parts: Part[] = [];

  bring(part: Part): void {
    this.parts.push(part);
  }

  async of(work: Work, clientId: string): Promise<Brought> {
    const brought = { ...NOTHING };
    for (const part of this.parts) Object.assign(brought, await part(work, clientId));
    return brought;
  }
}
