import type { createApp } from '@steady/server/app';
import { AccessService, GroupsService } from '@steady/server/areas/access/index';
import { AlmanacService, ObligationStandingService } from '@steady/server/areas/almanac/index';
import { BulkService, ClientsService, ContactsService, DetailsService, NotesService, RelatedService } from '@steady/server/areas/clients/index';
import { ArrivalsService, DropOffService, VisitsService } from '@steady/server/areas/arrivals/index';
import { ConversationsService, PortalConversations } from '@steady/server/areas/conversations/index';
import { FeesService, PaymentsService, SettlementService } from '@steady/server/areas/fees/index';
import { CollectorPageService } from '@steady/server/stand-ins/index';
import { JobMovesService, JobStandingService, JobsService, TaskChangesService, TasksService } from '@steady/server/areas/jobs/index';
import { OwnDetailsService } from '@steady/server/areas/own-details/index';
import { PacingService, TemplatesService } from '@steady/server/areas/post/index';
import { ProceduresService } from '@steady/server/areas/procedures/index';
import { AsksService, SaidService } from '@steady/server/areas/asks/index';
import { HoldsService, PeriodsService } from '@steady/server/areas/keeping/services';
import { PacketsService, PapersService } from '@steady/server/areas/papers/index';
import { ElsewhereService, KeptRequests, RequestAnswers, RequestsService } from '@steady/server/areas/requests/index';
import { FirmRules } from '@steady/server/areas/rules/index';
import { DocumentChanges, DocumentsService, FoldersService } from '@steady/server/areas/documents/index';
import { IdentitiesService } from '@steady/server/areas/identities/index';
import { SignaturesService, SigningKinds, TermsService } from '@steady/server/areas/signatures/index';
import { LinesService, PortalServicesService, ServicesService } from '@steady/server/areas/services/index';
import { ClosingService, LogoService, TeamService } from '@steady/server/areas/team/index';
import { TimeService } from '@steady/server/areas/time/index';
import { QuestionnaireAnswering, QuestionnaireAsking, QuestionnaireTemplates } from '@steady/server/areas/questionnaires/index';
import { ApprovalsService } from '@steady/server/areas/approvals/index';
import { Ticks } from '@steady/server/platform/background/ticks';
import { Effects } from '@steady/server/platform/events/index';
import { FileStore } from '@steady/server/platform/files/index';
import type { StaffActor } from '@steady/server/platform/identity/index';
import { SavedLists } from '@steady/server/platform/lists/index';
import { Works } from '@steady/server/platform/work/index';
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
  pacing: PacingService;
  jobs: JobsService;
  tasks: TasksService;
  taskChanges: TaskChangesService;
  jobStanding: JobStandingService;
  moves: JobMovesService;
  requests: RequestsService;
  answers: RequestAnswers;
  elsewhere: ElsewhereService;
  keptRequests: KeptRequests;
  asked: AsksService;
  said: SaidService;
  periods: PeriodsService;
  holds: HoldsService;
  conversations: ConversationsService;
  dropOff: DropOffService;
  visits: VisitsService;
  arrivals: ArrivalsService;
  logo: LogoService;
  ownDetails: OwnDetailsService;
  portalServices: PortalServicesService;
  portalConversations: PortalConversations;
  questionnaires: QuestionnaireTemplates;
  questionnaireAsking: QuestionnaireAsking;
  answering: QuestionnaireAnswering;
  approvals: ApprovalsService;
  papers: PapersService;
  packets: PacketsService;
  signatures: SignaturesService;
  signingKinds: SigningKinds;
  identities: IdentitiesService;
  terms: TermsService;
  documents: DocumentsService;
  documentChanges: DocumentChanges;
  folders: FoldersService;
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

/** What the demo works with, of a running application. */
export const servicesOf = (server: Awaited<ReturnType<typeof createApp>>): DemoServices => ({
  works: server.get(Works),
  effects: server.get(Effects),
  ticks: server.get(Ticks),
  files: server.get(FileStore),
  access: server.get(AccessService),
  groups: server.get(GroupsService),
  team: server.get(TeamService),
  clients: server.get(ClientsService),
  contacts: server.get(ContactsService),
  related: server.get(RelatedService),
  notes: server.get(NotesService),
  details: server.get(DetailsService),
  lists: server.get(SavedLists),
  bulk: server.get(BulkService),
  services: server.get(ServicesService),
  lines: server.get(LinesService),
  rules: server.get(FirmRules),
  closing: server.get(ClosingService),
  almanac: server.get(AlmanacService),
  standing: server.get(ObligationStandingService),
  procedures: server.get(ProceduresService),
  templates: server.get(TemplatesService),
  pacing: server.get(PacingService),
  jobs: server.get(JobsService),
  jobStanding: server.get(JobStandingService),
  moves: server.get(JobMovesService),
  tasks: server.get(TasksService),
  taskChanges: server.get(TaskChangesService),
  documents: server.get(DocumentsService),
  documentChanges: server.get(DocumentChanges),
  folders: server.get(FoldersService),
  requests: server.get(RequestsService),
  answers: server.get(RequestAnswers),
  elsewhere: server.get(ElsewhereService),
  keptRequests: server.get(KeptRequests),
  asked: server.get(AsksService),
  said: server.get(SaidService),
  periods: server.get(PeriodsService),
  holds: server.get(HoldsService),
  conversations: server.get(ConversationsService),
  dropOff: server.get(DropOffService),
  visits: server.get(VisitsService),
  arrivals: server.get(ArrivalsService),
  logo: server.get(LogoService),
  ownDetails: server.get(OwnDetailsService),
  portalServices: server.get(PortalServicesService),
  portalConversations: server.get(PortalConversations),
  questionnaires: server.get(QuestionnaireTemplates),
  questionnaireAsking: server.get(QuestionnaireAsking),
  answering: server.get(QuestionnaireAnswering),
  approvals: server.get(ApprovalsService),
  papers: server.get(PapersService),
  packets: server.get(PacketsService),
  signatures: server.get(SignaturesService),
  signingKinds: server.get(SigningKinds),
  identities: server.get(IdentitiesService),
  terms: server.get(TermsService),
  time: server.get(TimeService),
  fees: server.get(FeesService),
  payments: server.get(PaymentsService),
  settlements: server.get(SettlementService),
  collector: server.get(CollectorPageService),
});
