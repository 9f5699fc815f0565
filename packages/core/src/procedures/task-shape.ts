import { conditionFaults } from '../conditions';
import { isCount, isText } from './actions/shape';
import { DONE_BY, type DayOfTask, type DoneBy, TASK_ROLES, type TaskRole } from './procedure';

/**
 * A link of a step: an address, or words and an address. An address without "https://" is one of the web too.
 *
 * @returns null where it leads nowhere
 * @example readLink('Packet form: https://forms.example/packet') // { words: 'Packet form', href: 'https://forms.example/packet' }
 * @example readLink('forms.example') // { words: 'forms.example', href: 'https://forms.example' }
 */
export function readLink(text: string): { words: string; href: string } | null {
  const [, named, address = ''] = /^(?:(.*\S)\s*:\s+)?(\S+)$/.exec(text.trim()) ?? [];
  const href = /^https?:\/\//i.test(address) ? address : `https://${address}`;
  if (!/^https?:\/\/[^\s/.:@]+(\.[^\s/.:@]+)+(:\d+)?([/?#]\S*)?$/i.test(href)) return null;
  return { words: named ?? address, href };
}

/** What is wrong with a task that came from outside, a sentence each. */
export function taskShape(task: Record<string, unknown>, where: string): string[] {
  const faults: string[] = [];
  if (!isText(task.key, 60) || !isText(task.name, 200)) faults.push(`A task in ${where} has no name, or one of more than 200 letters`);
  const name = typeof task.name === 'string' ? `"${task.name.slice(0, 60)}"` : 'A task';
  if (!TASK_ROLES.includes(task.role as TaskRole)) faults.push(`${name}: choose whose task it is`);
  if (!isCount(task.estimate, 60_000)) faults.push(`${name}: give its estimate as a length of time`);
  if (task.onlyIf !== undefined) faults.push(...conditionFaults(task.onlyIf).map((fault) => `${name}: ${fault}`));
  for (const list of ['waitsFor', 'checks', 'links'] as const)
    if (task[list] !== undefined && !(Array.isArray(task[list]) && task[list].length <= 50 && task[list].every((one) => isText(one, 500))))
      faults.push(`${name}: an entry is empty or too long`);
  for (const link of Array.isArray(task.links) ? (task.links as unknown[]) : [])
    if (typeof link === 'string' && link.trim() !== '' && readLink(link) === null)
      faults.push(`${name}: "${link.slice(0, 60)}" is no link. Write an address, or words and an address: "Packet form: https://forms.example"`);
  if (task.advice !== undefined && !(typeof task.advice === 'string' && task.advice.length <= 2000)) faults.push(`${name}: its advice is too long`);
  if (task.memberId !== undefined && !isText(task.memberId, 36)) faults.push(`${name}: choose the person`);
  if (task.doneBy !== undefined && !DONE_BY.includes(task.doneBy as DoneBy)) faults.push(`${name}: what ticks it automatically is not known`);
  for (const day of ['start', 'due'] as const) {
    const given = task[day] as DayOfTask | undefined;
    if (given !== undefined && !(isCount(given?.days, 400) && (given.from === 'start' || given.from === 'target')))
      faults.push(`${name}: give the number of working days, 0 to 400`);
  }
  return faults;
}
