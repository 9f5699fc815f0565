import { PRIORITIES } from '@steady/core/jobs';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useSearchParams } from 'react-router';
import { JOB_STATES } from '@steady/contract/jobs';
import { useData } from '../../app/api';
import { useTeam } from '../../app/session';
import { SelectField } from '../../ui/fields';
import type { PageFilters } from '../../ui/lists/filter-line';
import { PersonSelect } from '../../ui/person-select';

const KEYS = ['state', 'person', 'service', 'procedure', 'phase', 'priority'] as const;
type Key = (typeof KEYS)[number];

/** What the list of jobs is narrowed to; it stands in the address, so that it can be kept and passed on. */
export function useJobsFilter(): { of: Partial<Record<Key, string>>; set(key: Key, value: string | null): void; clear(): void } {
  const [search, setSearch] = useSearchParams();
  const of = Object.fromEntries(KEYS.flatMap((key) => (search.get(key) ? [[key, search.get(key)!]] : []))) as Partial<Record<Key, string>>;
  const change = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(search);
    edit(next);
    setSearch(next, { replace: true });
  };
  return {
    of,
    set: (key, value) => change((next) => (value ? next.set(key, value) : next.delete(key))),
    clear: () => change((next) => KEYS.forEach((key) => next.delete(key))),
  };
}

/** What jobs can be filtered by beside the fields of their list. */
export function useJobsFilterMenu(): PageFilters {
  const { of, set, clear } = useJobsFilter();
  const { nameOf } = useTeam();
  const { data: services = [] } = useData(servicesRoutes.list);
  const { data: procedures = [] } = useData(proceduresRoutes.list);
  const words: Record<Key, string> = {
    state: of.state ?? '',
    person: `with ${nameOf(of.person ?? null)} on it`,
    service: services.find((one) => one.id === of.service)?.name ?? 'one service',
    procedure: `by "${procedures.find((one) => one.id === of.procedure)?.name ?? 'one procedure'}"`,
    phase: `in ${of.phase ?? ''}`,
    priority: `priority ${of.priority ?? ''}`,
  };
  const choice = (key: Key, label: string, all: string, options: readonly { value: string; words: string }[]) => (
    <SelectField label={label} value={of[key] ?? ''} onChange={({ target }) => set(key, target.value || null)}>
      <option value="">{all}</option>
      {options.map((one) => (
        <option key={one.value} value={one.value}>
          {one.words}
        </option>
      ))}
    </SelectField>
  );
  const plain = (list: readonly string[]) => list.map((value) => ({ value, words: value }));
  const named = (list: readonly { id: string; name: string }[]) => list.map((one) => ({ value: one.id, words: one.name }));
  return {
    clear,
    set: KEYS.filter((key) => of[key]).map((key) => ({ key, words: words[key], remove: () => set(key, null) })),
    fields: (
      <div className="grid grid-cols-2 gap-x-4">
        {choice('state', 'Status', 'in any state', plain(JOB_STATES))}
        <PersonSelect label="On it" value={of.person ?? ''} onChange={({ target }) => set('person', target.value || null)} nobody="anybody" />
        {choice('service', 'Service', 'any', named(services))}
        {choice('procedure', 'Procedure', 'any', named(procedures))}
        {choice('priority', 'Priority', 'any', plain(PRIORITIES))}
      </div>
    ),
  };
}
