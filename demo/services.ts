import type { AccessService, GroupsService } from '@steady/server/areas/access/index';
import type { AlmanacService, ObligationStandingService } from '@steady/server/areas/almanac/index';
import type { BulkService, ClientsService, ContactsService, DetailsService, NotesService, RelatedService } from '@steady/server/areas/clients/index';
import type { FeesService, PaymentsService, SettlementService } from '@steady/server/areas/fees/index';
import type { CollectorPageService } from '@steady/server/stand-ins/index';
import type { JobMovesService, JobStandingService, JobsService, TaskChangesService, TasksService } from '@steady/server/areas/jobs/index';
import type { TemplatesService } from '@steady/server/areas/post/index';
import type { ProceduresService } from '@steady/server/areas/procedures/index';
import type { RequestsService } from '@steady/server/areas/requests/index';
import type { FirmRules } from '@steady/server/areas/rules/index';
import type { DocumentsService } from '@steady/server/areas/documents/index';
import type { SignaturesService } from '@steady/server/areas/signatures/index';
import type { LinesService, ServicesService } from '@steady/server/areas/services/index';
import type { ClosingService, TeamService } from '@steady/server/areas/team/index';
import type { TimeService } from '@steady/server/areas/time/index';
import type { Ticks } from '@steady/server/platform/background/ticks';
import type { Effects } from '@steady/server/platform/events/index';
import type { FileStore } from '@steady/server/platform/files/index';
import type { StaffActor } from '@steady/server/platform/identity/index';
import type { SavedLists } from '@steady/server/platform/lists/index';
import type { Works } from '@steady/server/platform/work/index';
import type { DemoClient, ServiceKey } from './clients';
import type { PersonKey } from './people';

/** The services of the application through which the demo firm is worked. */
export interface DemoServices {
  access: AccessService;
  groups: GroupsService;
  works: Works;
  effects: Effects;
  ticks: Ticks;
  files: FileStore;
  team: TeamService;
  clients: ClientsService;
  contacts: ContactsService;
  related: RelatedService;
  notes: NotesService;
  details: DetailsService;
  lists: SavedLists;
  bulk: BulkService;
  services: ServicesService;
  lines: LinesService;
  rules: FirmRules;
  closing: ClosingService;
  almanac: AlmanacService;
  standing: ObligationStandingService;
  procedures: ProceduresService;
  templates: TemplatesService;
  jobs: JobsService;
  tasks: TasksService;
  taskChanges: TaskChangesService;
  jobStanding: JobStandingService;
  moves: JobMovesService;
  requests: RequestsService;
  signatures: SignaturesService;
  documents: DocumentsService;
  time: TimeService;
  fees: FeesService;
  payments: PaymentsService;
  settlements: SettlementService;
  collector: CollectorPageService;
}

/** The founded firm: who is who. */
export interface DemoFirm {
  firmId: string;
  people: Record<PersonKey, StaffActor>;
  services: Map<string, ServiceKey>;
  clients: Map<string, DemoClient>;
}
