import { AccessController } from './access/access.controller';
import { AccessQueries } from './access/access.queries';
import { AccessService } from './access/access.service';
import { GroupsService } from './access/groups.service';
import { AlmanacController } from './almanac/almanac.controller';
import { AlmanacQueries } from './almanac/almanac.queries';
import { AlmanacService } from './almanac/almanac.service';
import { FeedsService } from './almanac/feeds.service';
import { RehearsalQueries } from './almanac/rehearsal.queries';
import { SeasonService } from './almanac/season.service';
import { ObligationStandingService } from './almanac/standing.service';
import { EffectsController } from './almanac/effects.controller';
import { PlanningService } from './almanac/planning.service';
import { AskBook } from './asks/ask-book';
import { AskLetters } from './asks/ask-letters';
import { AsksController } from './asks/asks.controller';
import { AskQueries } from './asks/asks.queries';
import { AsksService } from './asks/asks.service';
import { AskKinds } from './asks/kinds';
import { BroughtInService } from './clients/brought-in.service';
import { BulkService } from './clients/bulk.service';
import { BulkUndo } from './clients/bulk-undo';
import { ClientsController } from './clients/clients.controller';
import { ClientQueries } from './clients/clients.queries';
import { ClientsService } from './clients/clients.service';
import { DetailsService } from './clients/details.service';
import { NotesService } from './clients/notes.service';
import { ContactsController } from './clients/contacts.controller';
import { ContactQueries } from './clients/contacts.queries';
import { ContactsService } from './clients/contacts.service';
import { MergeService } from './clients/merge.service';
import { RelatedService } from './clients/related.service';
import { DocumentsController } from './documents/documents.controller';
import { DocumentQueries } from './documents/documents.queries';
import { DocumentsService } from './documents/documents.service';
import { FeesPortalController } from './fees/fees-portal.controller';
import { FeesController } from './fees/fees.controller';
import { FeeQueries } from './fees/fees.queries';
import { FeesService } from './fees/fees.service';
import { LedgerService } from './fees/ledger.service';
import { SettlementService } from './fees/settlement.service';
import { ImportsController } from './imports/imports.controller';
import { Comparisons } from './imports/comparisons';
import { BringingIn } from './imports/bringing-in';
import { ImportsService } from './imports/imports.service';
import { JobsController } from './jobs/jobs.controller';
import { JobQueries } from './jobs/jobs.queries';
import { JobStandingService } from './jobs/job-standing.service';
import { JobAsks } from './jobs/job-asks';
import { JobsService } from './jobs/jobs.service';
import { TaskChangesService } from './jobs/task-changes.service';
import { TasksService } from './jobs/tasks.service';
import { JobBatches } from './jobs/job-batches';
import { JobMovesService } from './jobs/job-moves.service';
import { JobVersionsService } from './jobs/job-versions.service';
import { ManyJobsService } from './moves/many-jobs.service';
import { MovesController } from './moves/moves.controller';
import { ActionsService } from './moves/actions.service';
import { MovesService } from './moves/moves.service';
import { PortalController } from './portal/portal.controller';
import { LookController } from './portal/look.controller';
import { PortalService } from './portal/portal.service';
import { PostController } from './post/post.controller';
import { PostQueries } from './post/post.queries';
import { PostService } from './post/post.service';
import { TemplatesService } from './post/templates.service';
import { ProceduresController } from './procedures/procedures.controller';
import { ProcedureQueries } from './procedures/procedures.queries';
import { ProceduresService } from './procedures/procedures.service';
import { RequestsPortalController } from './requests/requests-portal.controller';
import { RequestsController } from './requests/requests.controller';
import { RequestKind } from './requests/request-kind';
import { RequestQueries } from './requests/requests.queries';
import { RequestsService } from './requests/requests.service';
import { SignaturesController } from './signatures/signatures.controller';
import { SignaturesPortalController } from './signatures/signatures-portal.controller';
import { SignatureKind } from './signatures/signature-kind';
import { SignatureQueries } from './signatures/signatures.queries';
import { SignaturesService } from './signatures/signatures.service';
import { FirmRules } from './rules/firm-rules.service';
import { RulesController } from './rules/rules.controller';
import { SearchController } from './search/search.controller';
import { ServicesController } from './services/services.controller';
import { LinesService } from './services/lines.service';
import { ServiceQueries } from './services/services.queries';
import { ServicesService } from './services/services.service';
import { AccountService } from './team/account.service';
import { SignInController } from './team/sign-in.controller';
import { AfterAnswers } from './team/after-answers';
import { PersonLinks } from './team/person-links.service';
import { SignInTries } from './team/sign-in-tries';
import { SignInService } from './team/sign-in.service';
import { DoorsService } from './team/doors.service';
import { ClosingService } from './team/closing.service';
import { TeamController } from './team/team.controller';
import { TeamService } from './team/team.service';
import { TimeController } from './time/time.controller';
import { TimeQueries } from './time/time.queries';
import { TimeService } from './time/time.service';
import { TodayController } from './today/today.controller';
import { TodayQueries } from './today/today.queries';
import { WholeFileController } from './whole-file/whole-file.controller';
import { WholeFileService } from './whole-file/whole-file.service';

export const AREA_CONTROLLERS = [
  SignInController,
  TeamController,
  AccessController,
  ImportsController,
  ClientsController,
  ContactsController,
  WholeFileController,
  ServicesController,
  AlmanacController,
  EffectsController,
  RulesController,
  ProceduresController,
  MovesController,
  JobsController,
  AsksController,
  RequestsController,
  RequestsPortalController,
  SignaturesController,
  SignaturesPortalController,
  PortalController,
  LookController,
  DocumentsController,
  PostController,
  TimeController,
  FeesController,
  FeesPortalController,
  TodayController,
  SearchController,
];

export const AREA_SERVICES = [
  AfterAnswers,
  PersonLinks,
  SignInTries,
  SignInService,
  AccountService,
  TeamService,
  ClosingService,
  DoorsService,
  GroupsService,
  AccessService,
  AccessQueries,
  ContactsService,
  ContactQueries,
  ClientsService,
  MergeService,
  WholeFileService,
  RelatedService,
  ClientQueries,
  BulkService,
  BulkUndo,
  BroughtInService,
  ImportsService,
  BringingIn,
  Comparisons,
  DetailsService,
  NotesService,
  FirmRules,
  ProceduresService,
  ProcedureQueries,
  ServicesService,
  LinesService,
  ServiceQueries,
  PlanningService,
  AlmanacService,
  ObligationStandingService,
  SeasonService,
  FeedsService,
  RehearsalQueries,
  AlmanacQueries,
  JobAsks,
  JobMovesService,
  JobsService,
  TasksService,
  TaskChangesService,
  JobStandingService,
  JobBatches,
  JobVersionsService,
  JobQueries,
  AskKinds,
  AskBook,
  AskLetters,
  AskQueries,
  AsksService,
  RequestKind,
  SignatureKind,
  RequestsService,
  SignatureQueries,
  SignaturesService,
  RequestQueries,
  PortalService,
  DocumentsService,
  DocumentQueries,
  PostService,
  TemplatesService,
  PostQueries,
  TimeService,
  TimeQueries,
  FeesService,
  LedgerService,
  SettlementService,
  FeeQueries,
  ActionsService,
  MovesService,
  ManyJobsService,
  TodayQueries,
];
