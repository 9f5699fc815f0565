import { Area } from '../../platform/area';
import { DocumentHolds } from '../documents';
import { KeptParts, PersonParts } from '../keeping';
import { WholeFileParts } from '../whole-file';
import { ApprovalKind } from './approval-kind';
import { ApprovalsKept } from './approvals-kept.queries';
import { ApprovalsController } from './approvals.controller';
import { ApprovalQueries } from './approvals.queries';
import { ApprovalsService } from './approvals.service';

@Area({ controllers: [ApprovalsController], services: [ApprovalKind, ApprovalQueries, ApprovalsService, ApprovalsKept] })
export class ApprovalsModule {
  constructor(file: WholeFileParts, queries: ApprovalQueries, holds: DocumentHolds, kept: KeptParts, people: PersonParts, approved: ApprovalsKept) {
    kept.bring(approved);
    people.bring(75, approved);
    holds.bring((work, ids) => queries.given(work, ids));
    file.bring(55, (work, of) => queries.wholeFile(work, of));
  }
}
