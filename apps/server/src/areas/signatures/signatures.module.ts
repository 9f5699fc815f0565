import { Area } from '../../platform/area';
import { AskQueries } from '../asks';
import { DocumentHolds } from '../documents';
import { KeptParts, PersonParts } from '../keeping';
import { OpenedThings } from '../portal';
import { ActionPieces } from '../procedures';
import { TodayParts } from '../today';
import { WholeFileParts } from '../whole-file';
import { ChangeOfSigners } from './change-signers.service';
import { CodesByText } from './codes-by-text.service';
import { SignatureDemands } from './demands.service';
import { SignatureFields } from './fields.service';
import { ManySignatures } from './many-signatures.service';
import { NotNeeded } from './not-needed.service';
import { OwnSignaturesController } from './own-signatures.controller';
import { SignatureKind } from './signature-kind';
import { SignaturesPortalController } from './signatures-portal.controller';
import { SignaturesController } from './signatures.controller';
import { SignatureList } from './signature-list.queries';
import { SignatureQueries } from './signatures.queries';
import { SignaturesService } from './signatures.service';
import { READ, SignedCopies } from './signed-copies.service';
import { Signers } from './signers.service';
import { SignersTold } from './signers-told.service';
import { SigningKindsController } from './signing-kinds.controller';
import { SigningKinds } from './signing-kinds.service';
import { SigningsKept } from './signings-kept.queries';
import { TermsService } from './terms.service';

@Area({
  controllers: [SignaturesController, SigningKindsController, SignaturesPortalController, OwnSignaturesController],
  services: [
    ChangeOfSigners,
    CodesByText,
    ManySignatures,
    NotNeeded,
    SignatureDemands,
    SignatureFields,
    SignatureList,
    SignatureKind,
    SignatureQueries,
    SignaturesService,
    SignedCopies,
    SigningKinds,
    SigningsKept,
    Signers,
    SignersTold,
    TermsService,
  ],
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
    list: SignatureList,
    opened: OpenedThings,
    asks: AskQueries,
    pieces: ActionPieces,
    kinds: SigningKinds,
  ) {
    pieces.kindsToSign = (work) => kinds.names(work);
    opened.bring(READ, (work, id) => asks.opened(work, id));
    today.bring((work, asked) => list.onToday(work, asked));
    today.bringFailures((work, most) => copies.failures(work, most));
    kept.bring(signed);
    people.bring(40, signed);
    holds.bring((work, ids) => queries.given(work, ids));
    file.bring(52, (work, of) => queries.wholeFile(work, of));
  }
}
