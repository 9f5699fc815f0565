import * as requestsRoutes from '@steady/contract/requests.routes';
import { type CivilDate, addWorkingDays } from '@steady/core/calendar';
import type { KeptRequest, RequestItemInput } from '@steady/contract/requests';
import { useData } from '../../app/api';

/** The requests that the firm keeps the words of: for jobs of one service those, and those for all. @param service by its name; all where nothing is named */
export function useKeptRequests(service?: string | null): KeptRequest[] {
  const { data = [] } = useData(requestsRoutes.kept);
  return service === undefined ? data : data.filter((one) => one.serviceId === null || one.service === service);
}

/** What a kept request puts into a form. */
export const fromKept = ({ title, items, daysToAnswer }: KeptRequest, day: CivilDate): { title: string; dueOn: string; items: RequestItemInput[] } => ({
  title,
  dueOn: addWorkingDays(day, daysToAnswer).toString(),
  items: items.map(({ name, description, link }) => ({ name, description: description ?? '', link: link ?? '' })),
});
