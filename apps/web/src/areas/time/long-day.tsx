import { type ComponentProps, useState } from 'react';
import { TickField } from '../../ui/fields';

/** Asks about a day of more hours than anybody works, once the server has found it; it stays there for as long as the form is open. */
export function LongDay({ asked, ...input }: { asked: string | undefined } & ComponentProps<'input'>) {
  const [said, setSaid] = useState<string>();
  if (asked !== undefined && asked !== said) setSaid(asked);
  if (said === undefined) return null;
  return (
    <div className="mb-3 border border-[#eadbb5] bg-ochre-tint px-2.5 py-1.5 text-table">
      <p id="long-day">{said}</p>
      <TickField label="It was so long" aria-describedby="long-day" aria-invalid={asked !== undefined} {...input} />
    </div>
  );
}
