import { Area } from '../../platform/area';
import { AskQueries } from '../asks';
import { DocumentHolds } from '../documents';
import { KeptParts, PersonParts } from '../keeping';
import { OpenedThings } from '../portal';
import { TodayParts } from '../today';
import { WholeFileParts } from '../whole-file';
import { SignatureFields } from './fields.service';
import { NotNeeded } from './not-needed.service';
import { SignatureKind } from './signature-kind';
import { SignaturesPortalController } from './signatures-portal.controller';
import { SignaturesController } from './signatures.controller';
import { SignatureList } from './signature-list.queries';
import { SignatureQueries } from './signatures.queries';
import { SignaturesService } from './signatures.service';
import { READ, SignedCopies } from './signed-copies.service';
import { SignersTold } from './signers-told.service';
import { SigningsKept } from './signings-kept.queries';

@Area({
  controllers: [SignaturesController, SignaturesPortalController],
  services: [NotNeeded, SignatureFields, SignatureList, SignatureKind, SignatureQueries, SignaturesService, SignedCopies, SigningsKept, SignersTold],
})
export class SignaturesModule {
  constructor(
    file: WholeFileParts,
    queries: SignatureQueries,
    holds: DocumentHolds,
    kept: KeptParts,
    people: PersonParts,
    signed: SigningsKept,
    today: TodayParts,
    copies: SignedCopies,
    opened: OpenedThings,
    asks: AskQueries,
  ) {
    opened.bring(READ, (work, id) => asks.opened(work, id));
    today.bringFailures((work, most) => copies.failures(work, most));
    kept.bring(signed);
    people.bring(40, signed);
    holds.bring((work, ids) => queries.given(work, ids));
    file.bring(52, (work, of) => queries.wholeFile(work, of));
  }
}
