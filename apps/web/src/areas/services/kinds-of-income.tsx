import type { ServiceView } from '@steady/contract/services';
import { useData } from '../../app/api';

/** What services call their kind of income, offered to fields that name `kinds-of-income` as their list. */
export function KindsOfIncome() {
  const { data: services = [] } = useData<ServiceView[]>('/api/services');
  const kinds = [...new Set(services.flatMap((service) => service.income ?? []))].sort();
  return (
    <datalist id="kinds-of-income">
      {kinds.map((kind) => (
        <option key={kind} value={kind} />
      ))}
    </datalist>
  );
}
