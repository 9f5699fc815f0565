import * as accessRoutes from '@steady/contract/access.routes';
import { useState } from 'react';
import { GroupInput, type GroupView, type MemberView } from '@steady/contract/team';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { PeopleField } from './people-field';

/** Groups of people to whom clients are granted together. */
export function GroupList({ team }: { team: MemberView[] }) {
  const session = useSession();
  const { data: groups = [] } = useData(accessRoutes.listGroups);
  const [open, setOpen] = useState<GroupView | 'new' | null>(null);
  const may = session.may('grant clients');
  const nameOf = (id: string) => team.find((person) => person.id === id)?.shortName ?? '';
  return (
    <section className="mt-7">
      <h2 className="mb-1">Groups</h2>
      <p className="mb-2 text-table text-soft">
        Clients granted to a group are seen by everybody in it: whoever joins sees them too, and whoever leaves no longer does.
      </p>
      {groups.length > 0 && (
        <ul className="sheet mb-2 text-table">
          {groups.map((group) => (
            <li key={group.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule-soft px-3 py-1.5 last:border-0">
              <b>{group.name}</b>
              <span>{group.memberIds.length === 0 ? <span className="text-soft">nobody yet</span> : group.memberIds.map(nameOf).join(', ')}</span>
              <span className="text-soft">
                {group.clients} {group.clients === 1 ? 'client' : 'clients'}
              </span>
              {may && (
                <button className="lnk ml-auto" onClick={() => setOpen(group)}>
                  Change
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      {may && (
        <button className="act-quiet" onClick={() => setOpen('new')}>
          Make a group
        </button>
      )}
      {open && <GroupLeaf group={open === 'new' ? null : open} team={team} onClose={() => setOpen(null)} />}
    </section>
  );
}

function GroupLeaf({ group, team, onClose }: { group: GroupView | null; team: MemberView[]; onClose(): void }) {
  const { act, busy: removing } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<GroupInput>({
    input: GroupInput,
    start: { name: group?.name ?? '', memberIds: group?.memberIds ?? [] },
    submit: async (values) => {
      const given = { ...values, memberIds: values.memberIds ?? [] };
      if (group) await send(accessRoutes.changeGroup, { id: group.id }, given);
      else await send(accessRoutes.makeGroup, {}, given);
      onClose();
    },
  });
  const { register, watch, setValue, formState } = form;
  return (
    <Leaf
      open
      title={group ? `Group ${group.name}` : 'Make a group'}
      act={group ? 'Save the group' : 'Make the group'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
      beside={
        group && (
          <button
            type="button"
            className="lnk ml-auto"
            disabled={removing}
            onClick={() =>
              void act(async () => {
                await send(accessRoutes.removeGroup, { id: group.id });
                onClose();
              }, `Removed the group ${group.name}. The access it gave has ended.`)
            }
          >
            Remove it
          </button>
        )
      }
    >
      <TextField label="Name" autoFocus {...register('name')} hint="Payroll, Saturday team" error={formState.errors.name?.message} />
      <PeopleField legend="In it" team={team} chosen={watch('memberIds') ?? []} onChange={(memberIds) => setValue('memberIds', memberIds)} />
    </Leaf>
  );
}
