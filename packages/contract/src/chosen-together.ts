import { ArrayMaxSize, ArrayMinSize, IsArray, IsUUID } from 'class-validator';
import { LeftOut, WantedIf } from './checks';

/** Jobs that were chosen together; or clients, each asked in one of its open jobs. */
export interface ChosenTogether {
  jobIds?: string[];
  clientIds?: string[];
  /** In which of their jobs clients are asked: of this service, or whichever is due first. */
  serviceId?: string;
}

const all =
  (...checks: PropertyDecorator[]): PropertyDecorator =>
  (target, key) =>
    checks.forEach((check) => check(target, key));
export const IsChosenJobs = () =>
  all(
    WantedIf<ChosenTogether>(({ clientIds }) => clientIds === undefined),
    IsArray(),
    ArrayMinSize(1, { message: 'Choose at least one job.' }),
    ArrayMaxSize(200, { message: 'Ask for 200 jobs at most at once.' }),
    IsUUID(undefined, { each: true }),
  );
export const IsChosenClients = () =>
  all(
    LeftOut(),
    IsArray(),
    ArrayMinSize(1, { message: 'Choose at least one client.' }),
    ArrayMaxSize(200, { message: 'Ask 200 clients at most at once.' }),
    IsUUID(undefined, { each: true }),
  );
