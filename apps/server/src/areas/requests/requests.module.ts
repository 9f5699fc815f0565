import { Area } from '../../platform/area';
import { DocumentHolds } from '../documents';
import { KeptParts, PersonParts } from '../keeping';
import { WholeFileParts } from '../whole-file';
import { AnswersKept } from './answers-kept.queries';
import { RequestAnswers } from './request-answers.service';
import { EachTimeService } from './each-time.service';
import { ElsewhereService } from './elsewhere.service';
import { KeptRequests } from './kept-requests.service';
import { ManyRequests } from './many-requests.service';
import { RequestFill } from './request-fill';
import { RequestKind } from './request-kind';
import { RequestsPortalController } from './requests-portal.controller';
import { RequestsController } from './requests.controller';
import { RequestQueries } from './requests.queries';
import { RequestsService } from './requests.service';

@Area({
  controllers: [RequestsController, RequestsPortalController],
  services: [
    RequestKind,
    RequestAnswers,
    RequestFill,
    RequestsService,
    ManyRequests,
    ElsewhereService,
    EachTimeService,
    RequestQueries,
    AnswersKept,
    KeptRequests,
  ],
})
export class RequestsModule {
  constructor(file: WholeFileParts, queries: RequestQueries, holds: DocumentHolds, kept: KeptParts, people: PersonParts, answers: AnswersKept) {
    kept.bring(answers);
    people.bring(30, answers);
    holds.bring((work, ids) => queries.waitingFor(work, ids));
    file.bring(51, (work, of) => queries.wholeFile(work, of));
  }
}
