import type { MemberView } from '@steady/contract/team';

/** Ticks people of the firm: those who work here or are invited. */
export function PeopleField({
  legend,
  team,
  chosen,
  onChange,
}: {
  legend: string;
  team: MemberView[];
  chosen: readonly string[];
  onChange(ids: string[]): void;
}) {
  const here = team.filter((person) => person.standing === 'active' || person.standing === 'invited');
  return (
    <fieldset className="mb-4">
      <legend className="mb-0.5 text-table font-semibold">{legend}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1 text-table">
        {here.map((person) => (
          <label key={person.id} className="flex items-baseline gap-1.5">
            <input
              type="checkbox"
              checked={chosen.includes(person.id)}
              onChange={() => onChange(chosen.includes(person.id) ? chosen.filter((id) => id !== person.id) : [...chosen, person.id])}
            />
            {person.name}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
