import { Injectable } from '@nestjs/common';
import { type Action, type Procedure, actionsOf } from '@steady/core/procedures';
import type { Work } from '../../platform/work';
import { TeamService } from '../team';

type Missing = (work: Work, action: Action) => Promise<{ of?: string; why: string } | null>;

/** Whether the firm has what a procedure names. What an action names is known to whoever carries actions out, who says so here. */
@Injectable()
export class ActionPieces {
  private ofAction: Missing = () => Promise.resolve(null);

  constructor(private readonly team: TeamService) {}

  /** What kinds of documents for signature are called, by their ids; the area that keeps them says so. */
  kindsToSign: (work: Work) => Promise<Map<string, string>> = () => Promise.resolve(new Map<string, string>());

  bring(missing: Missing): void {
    this.ofAction = missing;
  }

  /** What a procedure names that the firm does not have, or would set to what cannot be, a sentence each; empty when it is all there. */
  async missing(work: Work, { phases }: Procedure): Promise<string[]> {
    const found: string[] = [];
    const named = phases.flatMap((phase) => phase.tasks.filter((task) => task.memberId !== undefined));
    const people = named.length > 0 || phases.some((phase) => phase.memberId !== undefined) ? await this.team.names(work) : new Map<string, string>();
    for (const phase of phases)
      if (phase.memberId !== undefined && !people.has(phase.memberId)) found.push(`"${phase.name}" is answered for by somebody who is not of the firm`);
    for (const task of named) if (!people.has(task.memberId!)) found.push(`"${task.name}" is for somebody who is not of the firm`);
    for (const phase of phases)
      for (const action of actionsOf(phase)) {
        const missing = await this.ofAction(work, action);
        if (missing !== null) found.push(`An action of "${phase.name}"${missing.of ? `, "${missing.of}"` : ''}: ${missing.why}`);
      }
    return found;
  }
}
