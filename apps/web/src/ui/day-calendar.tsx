import { DayPicker } from 'react-day-picker';
import { DAYS, DAYS_LONG, MONTHS_LONG, Temporal, civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';

const dateOf = (day: string) => {
  const { year, month, day: dayOfMonth } = civil(day);
  return new Date(year, month - 1, dayOfMonth);
};
const dayOf = (date: Date) => Temporal.PlainDate.from({ year: date.getFullYear(), month: date.getMonth() + 1, day: date.getDate() });

const step = 'p-1 text-soft hover:text-ink';

/** A month to choose a day from, in our look; fetched when it is first opened. */
export function DayCalendar({ value, today, max, onPick }: { value: string | null; today: string; max?: string; onPick(day: string): void }) {
  return (
    <DayPicker
      mode="single"
      required
      autoFocus
      showOutsideDays
      weekStartsOn={1}
      today={dateOf(today)}
      selected={value ? dateOf(value) : undefined}
      defaultMonth={dateOf(value ?? today)}
      disabled={max ? { after: dateOf(max) } : undefined}
      modifiers={{ weekend: { dayOfWeek: [0, 6] } }}
      modifiersClassNames={{ weekend: 'text-soft' }}
      onSelect={(date: Date) => onPick(dayOf(date).toString())}
      formatters={{
        formatCaption: (month) => `${MONTHS_LONG[month.getMonth()]} ${month.getFullYear()}`,
        formatWeekdayName: (date) => DAYS[(date.getDay() + 6) % 7]!,
      }}
      labels={{
        labelDayButton: (date, { selected, today: isToday }) => `${fullDate(dayOf(date))}${isToday ? ', today' : ''}${selected ? ', chosen' : ''}`,
        labelWeekday: (date) => DAYS_LONG[(date.getDay() + 6) % 7]!,
        labelNext: () => 'Next month',
        labelPrevious: () => 'Previous month',
      }}
      classNames={{
        months: 'relative',
        month_caption: 'px-1 pb-2 font-serif text-[15px] font-semibold',
        nav: 'absolute top-0 right-0 flex',
        button_previous: step,
        button_next: step,
        chevron: 'size-4 fill-current',
        month_grid: 'border-collapse text-table',
        weekday: 'w-9 pb-1 text-center text-fine font-normal text-soft',
        day: 'p-0 text-center',
        day_button: 'h-8 w-9 rounded-sheet hover:bg-kelp-tint disabled:pointer-events-none disabled:opacity-40 max-sm:h-11 max-sm:w-11',
        outside: 'opacity-50',
        today: 'font-semibold underline decoration-dotted underline-offset-4',
        selected: 'bg-kelp-tint font-semibold text-kelp',
      }}
    />
  );
}
