import { Area } from '../../platform/area';
import { DocumentHolds } from '../documents';
import { WholeFileParts } from '../whole-file';
import { ApprovalKind } from './approval-kind';
import { ApprovalsController } from './approvals.controller';
import { ApprovalQueries } from './approvals.queries';
import { ApprovalsService } from './approvals.service';

@Area({ controllers: [ApprovalsController], services: [ApprovalKind, ApprovalQueries, ApprovalsService] })
export class ApprovalsModule {
  constructor(file: WholeFileParts, queries: ApprovalQueries, holds: DocumentHolds) {
    holds.bring((work, ids) => queries.given(work, ids));
    file.bring(55, (work, of) => queries.wholeFile(work, of));
  }
}
