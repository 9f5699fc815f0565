import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import * as contactsRoutes from '@steady/contract/contacts.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useSearchParams } from 'react-router';
import type { AlmanacFilter } from '@steady/contract/almanac';
import { useData } from '../../app/api';
import { useTeam } from '../../app/session';
import { SelectField } from '../../ui/fields';
import { FilterMenu } from '../../ui/filter-menu';
import { PersonSelect } from '../../ui/person-select';
import { ClientField } from '../clients';

const KEYS = ['client', 'related', 'service', 'partner', 'manager', 'person', 'authority', 'only', 'by'] as const satisfies (keyof AlmanacFilter)[];

/** What the almanac is narrowed to; it stands in the address, so that it can be kept and passed on. */
export function useAlmanacFilter(): { filter: AlmanacFilter; set(key: keyof AlmanacFilter, value: string | null): void; clear(): void } {
  const [search, setSearch] = useSearchParams();
  const filter = Object.fromEntries(KEYS.flatMap((key) => (search.get(key) ? [[key, search.get(key)!]] : []))) as AlmanacFilter;
  const change = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(search);
    edit(next);
    setSearch(next, { replace: true });
  };
  return {
    filter,
    set: (key, value) => change((next) => (value ? next.set(key, value) : next.delete(key))),
    clear: () => change((next) => KEYS.forEach((key) => next.delete(key))),
  };
}

/** The almanac's filter in words, each part of which can be taken away, and a sheet to narrow it further. */
export function AlmanacFilterMenu({ withBy = true }: { withBy?: boolean }) {
  const { filter, set, clear } = useAlmanacFilter();
  const { nameOf } = useTeam();
  const { data: services = [] } = useData(servicesRoutes.list);
  const { data: authorities = [] } = useData(almanacRoutes.authorities);
  const { data: client } = useData(clientsRoutes.view, filter.client ? { id: filter.client } : null);
  const { data: related } = useData(contactsRoutes.relatedView, filter.related ? { id: filter.related } : null);
  const words: Partial<Record<keyof AlmanacFilter, string>> = {
    client: client?.name ?? 'one client',
    related: related?.name ?? 'related clients',
    service: services.find((one) => one.id === filter.service)?.name ?? 'one service',
    partner: `partner ${nameOf(filter.partner ?? null)}`,
    manager: `manager ${nameOf(filter.manager ?? null)}`,
    person: `done by ${nameOf(filter.person ?? null)}`,
    authority: `filed with ${filter.authority}`,
    only: filter.only === 'own' ? 'our own dates only' : 'statutory dates only',
    by: 'by our own targets',
  };
  const set_ = KEYS.filter((key) => filter[key] && (withBy || key !== 'by'));
  const person = (key: 'partner' | 'manager' | 'person', label: string) => (
    <PersonSelect label={label} value={filter[key] ?? ''} onChange={(event) => set(key, event.target.value || null)} nobody="anybody" />
  );
  return (
    <>
      {set_.length === 0 && <span>Whole firm, all services</span>}
      <FilterMenu wide set={set_.map((key) => ({ key, words: words[key]!, remove: () => set(key, null) }))}>
        {() => (
          <>
            <div className="grid grid-cols-2 gap-x-4">
              <ClientField
                label="Client"
                value={client ? { id: client.id, name: client.name } : null}
                onChange={(chosen) => set('client', chosen?.id ?? null)}
              />
              <SelectField label="Service" value={filter.service ?? ''} onChange={(event) => set('service', event.target.value || null)}>
                <option value="">all</option>
                {services.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </SelectField>
              {person('partner', 'Partner')}
              {person('manager', 'Manager')}
              {person('person', 'Done by')}
              <SelectField label="Filed with" value={filter.authority ?? ''} onChange={(event) => set('authority', event.target.value || null)}>
                <option value="">anybody</option>
                {authorities.map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </SelectField>
              <SelectField label="Dates" value={filter.only ?? ''} onChange={(event) => set('only', event.target.value || null)}>
                <option value="">statutory and our own</option>
                <option value="statutory">statutory only</option>
                <option value="own">our own only</option>
              </SelectField>
              {withBy && (
                <SelectField label="Dates by" value={filter.by ?? 'due'} onChange={(event) => set('by', event.target.value === 'target' ? 'target' : null)}>
                  <option value="due">the deadline</option>
                  <option value="target">our target ahead of it</option>
                </SelectField>
              )}
            </div>
            <button type="button" className="act-quiet" onClick={clear}>
              Show the whole firm
            </button>
          </>
        )}
      </FilterMenu>
    </>
  );
}
