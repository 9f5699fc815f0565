import * as servicesRoutes from '@steady/contract/services.routes';
import type { ComponentProps } from 'react';
import { useData } from '../../app/api';
import { TextField } from '../../ui/fields';

/** Which kind of income something is, in the firm's own words; what services call theirs is offered. */
export function KindOfIncomeField(field: Omit<ComponentProps<typeof TextField>, 'label' | 'list'>) {
  const { data: services = [] } = useData(servicesRoutes.list);
  const kinds = [...new Set(services.flatMap((service) => service.income ?? []))].sort();
  return (
    <>
      <TextField label="Kind of income" list="kinds-of-income" {...field} />
      <datalist id="kinds-of-income">
        {kinds.map((kind) => (
          <option key={kind} value={kind} />
        ))}
      </datalist>
    </>
  );
}
