import { useRef } from 'react';
import type { ChangeTask, TaskView } from '@steady/contract/tasks';
import { useSession, useTeam } from '../../app/session';
import { ChoiceInput } from '../../ui/choice-input';
import { DayInput } from '../../ui/day-input';
import { InPlace } from '../../ui/in-place';
import { dayInWords } from '../../ui/words';

type Dated = Pick<TaskView, 'name' | 'dueOn'>;
type SaveTask = (what: Pick<ChangeTask, 'assigneeId' | 'dueOn'>) => void;

/** Who does a task, given to somebody else where the name stands. */
export function WhoInPlace({ task, onSave }: { task: TaskView; onSave: SaveTask }) {
  const { team } = useTeam();
  return (
    <InPlace
      shown={task.assignee ?? 'nobody yet'}
      title="Assign to somebody else"
      field={(leave) => (
        <ChoiceInput
          className="field relative z-10 w-40 px-0.5 py-0 text-table"
          aria-label={`${task.name}: who`}
          autoFocus
          defaultValue={task.assigneeId ?? ''}
          onBlur={leave}
          onChange={({ target }) => {
            onSave({ assigneeId: target.value || null });
            leave();
          }}
        >
          <option value="">nobody yet</option>
          {team.map((member) => (
            <option key={member.id} value={member.id}>
              {member.name}
            </option>
          ))}
        </ChoiceInput>
      )}
    />
  );
}

/** When a task is due, put on another day where the day stands. */
export function DueInPlace({ task, onSave }: { task: Dated; onSave(what: { dueOn: string }): void }) {
  const { day } = useSession();
  return (
    <InPlace shown={dayInWords(task.dueOn, day)} title="Change the due date" field={(leave) => <DueField task={task} onSave={onSave} onLeave={leave} />} />
  );
}

function DueField({ task, onSave, onLeave }: { task: Dated; onSave(what: { dueOn: string }): void; onLeave(): void }) {
  // A field that is taken away is left once more: it is saved once.
  const left = useRef(false);
  const save = (value: string) => {
    if (left.current) return;
    left.current = true;
    if (value !== '' && value !== task.dueOn) onSave({ dueOn: value });
    onLeave();
  };
  return (
    <DayInput
      className="w-38 px-0.5 py-0 text-fine"
      aria-label={`${task.name}: due on`}
      autoFocus
      value={task.dueOn}
      onSettle={save}
      // What was typed is given up: leaving the field must not save it.
      onKeyDown={(event) => event.key === 'Escape' && (left.current = true)}
    />
  );
}
