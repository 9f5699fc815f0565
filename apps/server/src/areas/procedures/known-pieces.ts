import { sql } from 'drizzle-orm';
import { type DetailField, whyNotDetail } from '@steady/core/details';
import { type Action, type PhasePlan, type Procedure, type TaskPlan, actionsOf } from '@steady/core/procedures';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

/** What the firm has of the things that a procedure can name. */
interface Known {
  templates: string[];
  procedures: string[];
  members: string[];
  details: DetailField[];
}

/** What a procedure names that the firm does not have, or would set to what cannot be, a sentence each; empty when it is all there. */
export async function missingPieces(work: Work, definition: Procedure): Promise<string[]> {
  const acts = definition.phases.some((phase) => actionsOf(phase).length > 0);
  const named = definition.phases.some((phase) => phase.tasks.some((task) => task.memberId !== undefined));
  if (!acts && !named) return [];
  const [known] = await rows<Known>(
    work.tx,
    sql`select (select coalesce(jsonb_agg(id), '[]') from message_templates where firm_id = ${work.firm.id}) as templates,
               (select coalesce(jsonb_agg(id), '[]') from procedures where firm_id = ${work.firm.id}) as procedures,
               (select coalesce(jsonb_agg(id), '[]') from members where firm_id = ${work.firm.id}) as members,
               (select coalesce(jsonb_agg(jsonb_build_object('id', id, 'name', name, 'kind', kind, 'choices', choices, 'forms', forms)), '[]') from detail_fields where firm_id = ${work.firm.id}) as details`,
  );
  return definition.phases.flatMap((phase) => [
    ...phase.tasks.flatMap((task) => ofTask(task, known!)),
    ...actionsOf(phase).flatMap((action) => ofAction(action, phase, known!)),
  ]);
}

const ofTask = ({ name, memberId }: TaskPlan, { members }: Known): string[] =>
  memberId === undefined || members.includes(memberId) ? [] : [`"${name}" is for somebody who is not of the firm`];

function ofAction(action: Action, { name }: PhasePlan, known: Known): string[] {
  const at = `An action of "${name}"`;
  switch (action.does) {
    case 'message':
      return known.templates.includes(action.templateId) ? [] : [`${at}: the message is not there any more, choose another`];
    case 'procedure':
      return known.procedures.includes(action.procedureId) ? [] : [`${at}: the procedure is not there any more, choose another`];
    case 'task':
      return ofTask(action.task, known);
    case 'detail': {
      const field = known.details.find((one) => one.id === action.detailId);
      if (!field) return [`${at}: the firm does not keep this detail any more`];
      const wrong = action.value === null ? null : whyNotDetail(field, action.value);
      return wrong ? [`${at}, "${field.name}": ${wrong.replace(/\.$/, '')}`] : [];
    }
    default:
      return [];
  }
}
