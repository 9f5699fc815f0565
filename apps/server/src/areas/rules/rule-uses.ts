import { Injectable } from '@nestjs/common';
import type { Work } from '../../platform/work';

type Uses = (work: Work) => Promise<Map<string, number>>;

/** How often each rule is gone by, brought by the area whose records name rules. */
@Injectable()
export class RuleUses {
  private uses: Uses = () => Promise.resolve(new Map<string, number>());

  bring(uses: Uses): void {
    this.uses = uses;
  }

  /** By the rule's id; a rule that nobody goes by is not among them. */
  of(work: Work): Promise<Map<string, number>> {
    return this.uses(work);
  }
}
