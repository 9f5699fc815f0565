import * as teamRoutes from '@steady/contract/team.routes';
import { formatMoney } from '@steady/core/money';
import type { TeamRow } from '@steady/contract/team';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Note } from '../../ui/page';
import { MailLink } from '../../ui/reach';
import { dayInWords } from '../../ui/words';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** How somebody signs in, when they work, leave and rates, as notes beside their page. */
export function MemberMargin({ person, onOpen }: { person: TeamRow; onOpen(leaf: 'second step' | 'leave' | 'rate'): void }) {
  const session = useSession();
  const { id } = person;
  const { act, busy } = useAct();
  return (
    <>
      <Note title="Person">
        <dl className="facts">
          <dt>Responsible for</dt>
          <dd>{person.does}</dd>
          <dt>Signs in as</dt>
          <dd>
            <MailLink to={person.email} />
          </dd>
          <dt>Second step</dt>
          <dd>
            {person.secondStep ? 'on' : 'off'}
            {person.secondStep && id !== session.memberId && (
              <>
                {', '}
                <button className="lnk" onClick={() => onOpen('second step')}>
                  turn it off
                </button>
              </>
            )}
          </dd>
          {person.endsOn && (
            <>
              <dt>Access ends after</dt>
              <dd className={person.endsOn < session.day.add({ days: 8 }).toString() ? 'soon' : ''}>{dayInWords(person.endsOn, session.day)}</dd>
            </>
          )}
        </dl>
      </Note>
      <Note title="Works">
        <dl className="facts">
          {WEEKDAYS.map((weekday, index) => {
            const minutes = person.weekdays[index] ?? 0;
            return minutes > 0 ? (
              <div key={weekday} className="contents">
                <dt>{weekday}</dt>
                <dd>{minutes / 60} h</dd>
              </div>
            ) : null;
          })}
        </dl>
      </Note>
      <Note title="Leave">
        {person.leave.length === 0 && <p className="text-soft">None ahead.</p>}
        <ul>
          {person.leave.map((leave) => (
            <li key={leave.id} className="mb-1">
              {dayInWords(leave.from, session.day)} to {dayInWords(leave.until, session.day)}, {leave.what}{' '}
              <button
                className="lnk text-soft"
                disabled={busy}
                onClick={() => void act(() => send(teamRoutes.removeLeave, { id, leaveId: leave.id }), 'The leave is removed.')}
              >
                Remove
              </button>
            </li>
          ))}
        </ul>
        <button className="lnk mt-1 text-soft" onClick={() => onOpen('leave')}>
          Record leave
        </button>
      </Note>
      <Note title={`Rates, ${session.firm.currency} an hour`}>
        <dl className="facts">
          {person.rates.map((rate) => (
            <div key={rate.fromDay} className="contents">
              <dt>from {dayInWords(rate.fromDay, session.day)}</dt>
              <dd>
                {formatMoney(rate.perHour)}
                {rate.costPerHour !== null && <span className="text-soft">, costs {formatMoney(rate.costPerHour)}</span>}
              </dd>
            </div>
          ))}
        </dl>
        <button className="lnk mt-1 text-soft" onClick={() => onOpen('rate')}>
          Set a rate
        </button>
      </Note>
    </>
  );
}
