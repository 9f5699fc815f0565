import { accessArea } from '../areas/access/area';
import { almanacArea } from '../areas/almanac/area';
import { approvalsArea } from '../areas/approvals/area';
import { arrivalsArea } from '../areas/arrivals/area';
import { asksArea } from '../areas/asks/area';
import { backupsArea } from '../areas/backups/area';
import { clientsArea } from '../areas/clients/area';
import { conversationsArea } from '../areas/conversations/area';
import { documentsArea } from '../areas/documents/area';
import { feesArea } from '../areas/fees/area';
import { importsArea } from '../areas/imports/area';
import { jobsArea } from '../areas/jobs/area';
import { keepingArea } from '../areas/keeping/area';
import { ownDetailsArea } from '../areas/own-details/area';
import { papersArea } from '../areas/papers/area';
import { postArea } from '../areas/post/area';
import { proceduresArea } from '../areas/procedures/area';
import { questionnairesArea } from '../areas/questionnaires/area';
import { requestsArea } from '../areas/requests/area';
import { rulesArea } from '../areas/rules/area';
import { sealsArea } from '../areas/seals/area';
import { servicesArea } from '../areas/services/area';
import { signaturesArea } from '../areas/signatures/area';
import { teamArea } from '../areas/team/area';
import { timeArea } from '../areas/time/area';
import { todayArea } from '../areas/today/area';
import type { Area } from './area';

/** The areas that there are: a new one is its own folder and one line here. */
export const AREAS: readonly Area[] = [
  todayArea,
  clientsArea,
  importsArea,
  almanacArea,
  jobsArea,
  asksArea,
  requestsArea,
  questionnairesArea,
  signaturesArea,
  sealsArea,
  approvalsArea,
  documentsArea,
  conversationsArea,
  arrivalsArea,
  ownDetailsArea,
  postArea,
  papersArea,
  keepingArea,
  timeArea,
  feesArea,
  servicesArea,
  proceduresArea,
  rulesArea,
  teamArea,
  accessArea,
  backupsArea,
];
