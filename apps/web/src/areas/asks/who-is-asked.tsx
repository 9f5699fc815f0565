import * as servicesRoutes from '@steady/contract/services.routes';
import type { ComponentProps } from 'react';
import { counted } from '@steady/core/words';
import type { AskedOfJob, ManyAsked } from '@steady/contract/requests';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { SelectField } from '../../ui/fields';
import { momentInWords } from '../../ui/words';

/** In which of their open jobs clients are asked that were chosen together. */
export function OfService(field: Omit<ComponentProps<typeof SelectField>, 'label'>) {
  const { data: services = [] } = useData(servicesRoutes.list);
  return (
    <SelectField label="In their job of" hint="Each client is asked in one of its open jobs" {...field}>
      <option value="">whichever is due first</option>
      {services.map((one) => (
        <option key={one.id} value={one.id}>
          {one.name}
        </option>
      ))}
    </SelectField>
  );
}

/** Who is asked, who has to be told by a person, who gets it later than now, and for which jobs nothing is asked. */
export function WhoIsAsked({ of: { asked, not } }: { of: ManyAsked }) {
  const { day } = useSession();
  const later = asked.filter((one) => one.later !== null);
  const untold = asked.filter((one) => one.untold !== null);
  const line = (one: Pick<AskedOfJob, 'jobId' | 'client' | 'job'>, words: string, tone = 'text-soft') => (
    <li key={one.jobId} className="flex flex-wrap items-baseline gap-x-3 border-t border-rule-soft py-1">
      <span className="font-semibold">{one.client}</span>
      {asked.includes(one as AskedOfJob) ? (
        // It is read beside this, which stays as it is.
        <a className="lnk" href={one.job === '' ? `/clients/${one.jobId}` : `/jobs/${one.jobId}`} target="_blank" rel="noreferrer">
          {one.job || 'in no job'}
        </a>
      ) : (
        <span>{one.job}</span>
      )}
      <span className={`ml-auto ${tone}`}>{words}</span>
    </li>
  );
  return (
    <>
      {later.length > 0 && (
        <p className="mb-2 border border-ochre bg-ochre-tint px-3 py-2 text-table">
          {counted(later.length, 'message goes', 'messages go')} out later than it is sent, the first{' '}
          {momentInWords(later.map((one) => one.later!.at).sort()[0]!, day)}: the plan of what goes out spreads them.
        </p>
      )}
      {untold.length > 0 && (
        <p className="mb-2 border border-ochre bg-ochre-tint px-3 py-2 text-table">
          {counted(untold.length, 'client')} cannot be written to: a task, or a packet to print, takes its place.
        </p>
      )}
      <ul className="text-table" aria-label="Who is asked">
        {asked.map((one) =>
          line(
            one,
            one.untold ?? `${one.to.join(', ')}${one.later ? `, ${momentInWords(one.later.at, day)}: ${one.later.why}` : ''}`,
            one.untold || one.later ? 'soon' : 'text-soft',
          ),
        )}
        {not.map((one) => line(one, `not asked: ${one.why}`, 'late'))}
      </ul>
    </>
  );
}
