import type { UseFormReturn } from 'react-hook-form';
import type { ConversationChoice, ConversationPeople } from '@steady/contract/conversations';
import { TickField } from '../../ui/fields';

interface Props {
  form: UseFormReturn<ConversationPeople>;
  of: Pick<ConversationChoice, 'contacts' | 'members'>;
}

/** Ticks who is named: of the client, and of the firm. What keeps somebody from hearing of it stands beside them. */
export function PeopleTicks({ form, of: { contacts, members } }: Props) {
  const { register, formState } = form;
  const { errors } = formState;
  const fault = (of: 'contactIds' | 'memberIds') => errors[of] && <p className="mt-1 text-table text-rust">{errors[of].message}</p>;
  return (
    <div className="mb-3 grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
      <fieldset>
        <legend className="mb-1 font-semibold">Of the client</legend>
        {contacts.length === 0 && <p className="soon text-table">Nobody is linked to the client yet: add a contact first.</p>}
        {contacts.map(({ id, name, role, untold }) => (
          <TickField
            key={id}
            label={`${name}${role ? `, ${role}` : ''}${untold ? ` (${untold}: finds it in the portal only)` : ''}`}
            value={id}
            {...register('contactIds')}
          />
        ))}
        {fault('contactIds')}
      </fieldset>
      <fieldset>
        <legend className="mb-1 font-semibold">Of us</legend>
        {members.map(({ id, name }) => (
          <TickField key={id} label={name} value={id} {...register('memberIds')} />
        ))}
        {fault('memberIds')}
      </fieldset>
    </div>
  );
}

/** The names of those who are ticked. */
export const ticked = (ids: readonly string[] | undefined, of: readonly { id: string; name: string }[]): string[] =>
  of.flatMap(({ id, name }) => (ids?.includes(id) ? [name] : []));
