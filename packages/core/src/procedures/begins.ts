import { type Procedure, actionsOf } from './procedure';

/** A procedure as others know it, with what it says. */
export interface NamedProcedure {
  id: string;
  name: string;
  definition: Procedure;
}

const begunBy = ({ phases }: Procedure): string[] =>
  phases.flatMap((phase) => actionsOf(phase).flatMap((action) => (action.does === 'procedure' ? [action.procedureId] : [])));

/**
 * Whether work begun by a procedure would, through what happens by itself, begin work by the same procedure again: jobs
 * would begin without end. @returns the names along the circle, the first one again at its end; null when there is none
 */
export function beginsItself(procedures: readonly NamedProcedure[], id: string): string[] | null {
  const byId = new Map(procedures.map((one) => [one.id, one]));
  const seen = new Set<string>();
  const walk = (at: string, trail: string[]): string[] | null => {
    const here = byId.get(at);
    if (!here) return null;
    const names = [...trail, here.name];
    if (at === id && trail.length > 0) return names;
    if (seen.has(at)) return null;
    seen.add(at);
    for (const next of begunBy(here.definition)) {
      const found = walk(next, names);
      if (found) return found;
    }
    return null;
  };
  return walk(id, []);
}
