import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { CalendarDays } from 'lucide-react';
import { Suspense, lazy } from 'react';
import { useSession } from '../app/session';
import { type DayProps, TypedDay } from './typed-day';
import { useChanged } from './unsaved';

const DayCalendar = lazy(async () => ({ default: (await import('./day-calendar')).DayCalendar }));

interface Props extends DayProps {
  /** The last day that can be chosen from the month. */
  max?: string;
}

/** A day, typed, or chosen from a month that the arrow down or the button opens. */
export function DayInput({ max, ...field }: Props) {
  const { day: today, today: todayIso, firm } = useSession();
  const changed = useChanged();
  return (
    <Popover className="relative">
      <TypedDay
        {...field}
        today={today}
        monthFirst={firm.country === 'US'}
        beside={({ day, choose, opener }) => (
          <>
            <PopoverButton
              ref={opener}
              tabIndex={-1}
              aria-label="Calendar"
              title="Choose from a month (arrow down)"
              disabled={field.disabled}
              className="absolute inset-y-0 right-0 px-2 text-soft hover:text-ink max-sm:px-3"
            >
              <CalendarDays aria-hidden className="size-4" />
            </PopoverButton>
            <PopoverPanel anchor={{ to: 'bottom end', gap: 4 }} className="sheet z-50 px-4 py-3 shadow-menu">
              {({ close }) => (
                <Suspense fallback={<div className="h-64 w-64" />}>
                  <DayCalendar
                    value={day}
                    today={todayIso}
                    max={max}
                    onPick={(picked) => {
                      changed();
                      close();
                      choose(picked);
                    }}
                  />
                </Suspense>
              )}
            </PopoverPanel>
          </>
        )}
      />
    </Popover>
  );
}
