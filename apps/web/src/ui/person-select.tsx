import type { ComponentProps } from 'react';
import { useTeam } from '../app/session';
import { SelectField } from './fields';

/** Chooses a person of the firm, or nobody in particular; `does` says beside each name what they do. */
export function PersonSelect({ nobody, does, ...select }: Omit<ComponentProps<typeof SelectField>, 'children'> & { nobody: string; does?: boolean }) {
  const { team } = useTeam();
  return (
    <SelectField {...select}>
      <option value="">{nobody}</option>
      {team.map((member) => (
        <option key={member.id} value={member.id}>
          {member.name}
          {does && `, ${member.does}`}
        </option>
      ))}
    </SelectField>
  );
}
