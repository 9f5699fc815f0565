import { Injectable } from '@nestjs/common';
import type { Work } from '../../platform/work';

/** For some documents, why each may be neither replaced nor taken out: "it was given for signature". */
type Holds = (work: Work, documentIds: string[]) => Promise<ReadonlyMap<string, string>>;

/** What keeps documents where they are, said by the areas that stand on them. */
@Injectable()
export class DocumentHolds {
  private readonly holds: Holds[] = [];

  bring(holds: Holds): void {
    this.holds.push(holds);
  }

  /** Why documents stay as they are; those that need not are left out. */
  async of(work: Work, documentIds: string[]): Promise<ReadonlyMap<string, string>> {
    const said = new Map<string, string>();
    for (const holds of this.holds) for (const [id, why] of await holds(work, documentIds)) if (!said.has(id)) said.set(id, why);
    return said;
  }
}
