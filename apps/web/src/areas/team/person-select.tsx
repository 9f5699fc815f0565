import type { ComponentProps } from 'react';
import { useTeam } from '../../app/session';
import { SelectField } from '../../ui/fields';

/** Chooses a person of the firm, or nobody in particular. */
export function PersonSelect({ nobody, ...select }: Omit<ComponentProps<typeof SelectField>, 'children'> & { nobody: string }) {
  const { team } = useTeam();
  return (
    <SelectField {...select}>
      <option value="">{nobody}</option>
      {team.map((member) => (
        <option key={member.id} value={member.id}>
          {member.name}
        </option>
      ))}
    </SelectField>
  );
}
