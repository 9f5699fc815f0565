import type { TodayView } from '@steady/contract/today';
import { Lines } from '../today';

export const OverdueLines = ({ today }: { today: TodayView }) => <Lines lines={today.overdue} rest="/almanac" />;
/** Each leads to its client, where it is begun, or said not to be required. */
export const InDoubtLines = ({ today }: { today: TodayView }) => <Lines lines={today.inDoubt} />;
export const WeekLines = ({ today }: { today: TodayView }) => <Lines lines={today.dueThisWeek} rest="/almanac" />;

export const RoomThisWeek = ({ today }: { today: TodayView }) => (
  <>
    {today.room.map((person) => (
      <Room key={person.memberId} {...person} />
    ))}
  </>
);

const tenths = (minutes: number) => (minutes / 60).toFixed(1).replace(/\.0$/, '');

/** Booked against room as a line; the tick stands where the room ends. */
function Room({ name, booked, room }: { name: string; booked: number; room: number }) {
  const over = booked > room;
  const most = Math.max(booked, room / 0.86, 1);
  return (
    <div className="mb-1.5">
      <div className="flex justify-between">
        <span>{name}</span>
        <span className={over ? 'late' : 'text-soft'}>
          {tenths(booked)} of {tenths(room)} h{over && `, ${tenths(booked - room)} over`}
        </span>
      </div>
      <div className="relative mt-0.5 h-[5px] bg-rule-soft" aria-hidden="true">
        <div className={`h-[5px] ${over ? 'bg-rust' : 'bg-[#8fa7a2]'}`} style={{ width: `${(booked / most) * 100}%` }} />
        <div className="absolute -top-[2px] h-[9px] border-l-[1.5px] border-ink" style={{ left: `${(room / most) * 100}%` }} />
      </div>
    </div>
  );
}
