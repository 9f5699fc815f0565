import { Injectable } from '@nestjs/common';
import type { JobView } from '@steady/contract/jobs';
import type { TaskView } from '@steady/contract/tasks';
import type { Work } from '../../platform/work';
import type { Job } from './job-moves.service';

/** What other areas know of a job. */
type Brought = Pick<JobView, 'rhythm' | 'service' | 'obligation' | 'documents' | 'money' | 'wip' | 'billsElsewhere'>;
type Part = (work: Work, job: Job, tasks: TaskView[]) => Promise<Partial<Brought>>;

const NOTHING: Brought = { rhythm: 'by hand', service: null, obligation: null, documents: [], money: null, wip: null, billsElsewhere: [] };

/** Parts of a job as it is looked at, brought by the areas that stand on jobs. */
@Injectable()
export class JobParts {
  private readonly parts: Part[] = [];

  bring(part: Part): void {
    this.parts.push(part);
  }

  async of(work: Work, job: Job, tasks: TaskView[]): Promise<Brought> {
    const brought = { ...NOTHING };
    for (const part of this.parts) Object.assign(brought, await part(work, job, tasks));
    return brought;
  }
}
