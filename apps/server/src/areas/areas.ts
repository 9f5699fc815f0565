import type { Type } from '@nestjs/common';
import { AccessModule } from './access/access.module';
import { AlmanacModule } from './almanac/almanac.module';
import { ApprovalsModule } from './approvals/approvals.module';
import { ArrivalsModule } from './arrivals/arrivals.module';
import { AsksModule } from './asks/asks.module';
import { ClientsModule } from './clients/clients.module';
import { ConversationsModule } from './conversations/conversations.module';
import { DocumentsModule } from './documents/documents.module';
import { FeesModule } from './fees/fees.module';
import { IdentitiesModule } from './identities/identities.module';
import { ImportsModule } from './imports/imports.module';
import { JobsModule } from './jobs/jobs.module';
import { KeepingModule } from './keeping/keeping.module';
import { MovesModule } from './moves/moves.module';
import { NoticesModule } from './notices/notices.module';
import { OwnDetailsModule } from './own-details/own-details.module';
import { PapersModule } from './papers/papers.module';
import { PortalModule } from './portal/portal.module';
import { PostModule } from './post/post.module';
import { ProceduresModule } from './procedures/procedures.module';
import { QuestionnairesModule } from './questionnaires/questionnaires.module';
import { RequestsModule } from './requests/requests.module';
import { RulesModule } from './rules/rules.module';
import { SealsModule } from './seals/seals.module';
import { SearchModule } from './search/search.module';
import { ServicesModule } from './services/services.module';
import { SignaturesModule } from './signatures/signatures.module';
import { TeamModule } from './team/team.module';
import { TimeModule } from './time/time.module';
import { TodayModule } from './today/today.module';
import { WholeFileModule } from './whole-file/whole-file.module';

/** The areas that there are: a new one is its own folder and one line here. */
export const AREAS: Type[] = [
  TeamModule,
  AccessModule,
  ImportsModule,
  ClientsModule,
  WholeFileModule,
  KeepingModule,
  ServicesModule,
  AlmanacModule,
  RulesModule,
  ProceduresModule,
  MovesModule,
  JobsModule,
  AsksModule,
  RequestsModule,
  QuestionnairesModule,
  ApprovalsModule,
  IdentitiesModule,
  SealsModule,
  SignaturesModule,
  NoticesModule,
  PapersModule,
  PortalModule,
  DocumentsModule,
  PostModule,
  ConversationsModule,
  ArrivalsModule,
  OwnDetailsModule,
  TimeModule,
  FeesModule,
  TodayModule,
  SearchModule,
];
