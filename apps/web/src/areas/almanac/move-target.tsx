import * as almanacRoutes from '@steady/contract/almanac.routes';
import { civil, isDay } from '@steady/core/calendar';
import { fullDate, shortDate } from '@steady/core/words';
import { type AlmanacView, MoveTarget, type ObligationView } from '@steady/contract/almanac';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { DateField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';

export function useMoveTarget() {
  const { act } = useAct();
  const move = (of: ObligationView, targetOn: string) =>
    act(
      () => send(almanacRoutes.moveTarget, { id: of.jobId! }, { targetOn, version: of.jobVersion! }),
      `Our target of ${of.name} is ${fullDate(civil(targetOn))} now. Its open tasks moved with it.`,
    );
  return { move };
}

const hours = (minutes: number) => Math.round(minutes / 60);

/** Moves our own target of a job by typing a day; what it does to the load of the weeks stands beside it. */
export function MoveTargetLeaf({ of, weeks, onClose }: { of: ObligationView; weeks: AlmanacView['weeks']; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<MoveTarget>({
    input: MoveTarget,
    start: { targetOn: of.targetOn, version: of.jobVersion ?? 1 },
    submit: async (values) => {
      await send(almanacRoutes.moveTarget, { id: of.jobId! }, values);
      notify(`Our target of ${of.name} is ${fullDate(civil(values.targetOn))} now.`);
      onClose();
    },
  });
  const targetOn = form.watch('targetOn');
  const { data: moved } = useData(almanacRoutes.load, isDay(targetOn) ? { from: weeks[0]!.week, job: of.jobId, target: targetOn } : null);
  return (
    <Leaf open title={`Our target of ${of.name}`} act="Move it" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-table">
        {of.client}. The deadline stays where the law has it: {fullDate(civil(of.dueOn))}.
      </p>
      <DateField label="Our target" autoFocus control={form.control} name="targetOn" error={form.formState.errors.targetOn?.message} />
      <table className="ledger" aria-label="Load of the weeks">
        <thead>
          <tr>
            <th scope="col">Week of</th>
            <th scope="col" className="n">
              Booked, hours
            </th>
            <th scope="col" className="n">
              Would be
            </th>
            <th scope="col" className="n">
              Room
            </th>
          </tr>
        </thead>
        <tbody>
          {weeks.map((week, index) => {
            const then = moved?.[index]?.booked ?? week.booked;
            return (
              <tr key={week.week}>
                <td>{shortDate(civil(week.week)).slice(4)}</td>
                <td className="n">{hours(week.booked)}</td>
                <td className={`n ${hours(then) === hours(week.booked) ? 'text-soft' : then > week.room ? 'late' : 'font-semibold'}`}>
                  {hours(then)}
                  {then > week.room && ` (${hours(then - week.room)} over)`}
                </td>
                <td className="n">{hours(week.room)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Leaf>
  );
}
