import type { ComponentProps } from 'react';
import { useTeam } from '../app/session';
import { SelectField } from './fields';

interface Props extends Omit<ComponentProps<typeof SelectField>, 'children'> {
  nobody: string;
  /** The value of nobody, where choosing it is a choice as well: it does not stand there beforehand. */
  nobodyIs?: string;
  /** Says beside each name what they do. */
  does?: boolean;
}

/** Chooses a person of the firm, or nobody in particular. */
export function PersonSelect({ nobody, nobodyIs = '', does, ...select }: Props) {
  const { team } = useTeam();
  return (
    <SelectField {...select}>
      {nobodyIs !== '' && (
        <option value="" disabled>
          Choose
        </option>
      )}
      <option value={nobodyIs}>{nobody}</option>
      {team.map((member) => (
        <option key={member.id} value={member.id}>
          {member.name}
          {does && `, ${member.does}`}
        </option>
      ))}
    </SelectField>
  );
}
