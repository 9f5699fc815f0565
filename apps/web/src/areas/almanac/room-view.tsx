import * as almanacRoutes from '@steady/contract/almanac.routes';
import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { formatHours } from '@steady/core/money';
import { counted, shortDate } from '@steady/core/words';
import type { RoomView as Room } from '@steady/contract/almanac';
import { useData } from '../../app/api';
import { Trouble } from '../../ui/page';
import type { Frame } from './frame';

/** Who has room and who is over, week by week, by who does each task. */
export function RoomView({ frame }: { frame: Frame }) {
  const { data, error } = useData(almanacRoutes.room);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  return frame.page({
    sum: <RoomSum of={data} />,
    span: null,
    children: (
      <>
        <div className="sheet overflow-x-auto">
          <table className="ledger" aria-label="Room of each person">
            <thead>
              <tr>
                <th scope="col">Hours booked of hours of work</th>
                {data.weeks.map(({ week }) => (
                  <th key={week} scope="col" className="n whitespace-nowrap">
                    {shortDate(civil(week))}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {data.people.map((person) => (
                <tr key={person.memberId}>
                  <td className="font-semibold">
                    <Link className="hover:underline" to={`/jobs?view=person&person=${person.memberId}`}>
                      {person.name}
                    </Link>
                  </td>
                  {person.weeks.map((of, at) => (
                    <td key={data.weeks[at]!.week} className="n whitespace-nowrap">
                      <OneWeek {...of} />
                    </td>
                  ))}
                </tr>
              ))}
              {data.weeks.some(({ nobody }) => nobody > 0) && (
                <tr>
                  <td className="late">Nobody yet</td>
                  {data.weeks.map(({ week, nobody }) => (
                    <td key={week} className="n">
                      {nobody > 0 && <span className="late">{hours(nobody)}</span>}
                    </td>
                  ))}
                </tr>
              )}
            </tbody>
          </table>
        </div>
        <p className="mt-2 text-table text-soft">
          What is left of each task is spread evenly over the working days until it is due; work that has not begun counts with what its procedure estimates,
          for whoever would do each task. Leave and closing days are taken off.
        </p>
      </>
    ),
  });
}

const hours = (minutes: number) => (Math.round(minutes / 6) / 10).toLocaleString('en', { maximumFractionDigits: 1 });

/** Booked of room; what is over stands in words below. */
function OneWeek({ booked, room }: { booked: number; room: number }) {
  const over = booked - room;
  return (
    <>
      <span className={over > 0 ? 'late' : ''}>{hours(booked)}</span> <span className="text-soft">of {hours(room)}</span>
      <span className={`block text-fine ${over > 0 ? 'late' : 'text-soft'}`}>{saidOf(booked, room)}</span>
    </>
  );
}

function saidOf(booked: number, room: number): string {
  if (room === 0) return booked > 0 ? 'away, with work' : '';
  return booked > room ? `over by ${hours(booked - room)}` : `${hours(room - booked)} free`;
}

/** Who is over in any of the weeks, and who has most room in this one. */
function RoomSum({ of: { people, weeks } }: { of: Room }) {
  const over = people.filter((person) => person.weeks.some((week) => week.booked > week.room));
  const [freest] = [...people].sort((a, b) => b.weeks[0]!.room - b.weeks[0]!.booked - (a.weeks[0]!.room - a.weeks[0]!.booked));
  const free = freest ? freest.weeks[0]!.room - freest.weeks[0]!.booked : 0;
  return (
    <>
      {over.length === 0 ? (
        `Nobody is over in the next ${weeks.length} weeks`
      ) : (
        <span className="late">
          {over.map((person) => person.name).join(', ')} {over.length === 1 ? 'is' : 'are'} over in{' '}
          {counted(weeks.filter((_, at) => over.some((person) => person.weeks[at]!.booked > person.weeks[at]!.room)).length, 'week')}
        </span>
      )}
      {freest && free > 0 && `; ${freest.name} has most room this week, ${formatHours(free)}`}.
    </>
  );
}
