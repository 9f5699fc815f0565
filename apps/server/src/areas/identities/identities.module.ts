import { Area } from '../../platform/area';
import { PersonParts } from '../keeping';
import { WholeFileParts } from '../whole-file';
import { IdentitiesController } from './identities.controller';
import { IdentitiesService } from './identities.service';

@Area({ controllers: [IdentitiesController], services: [IdentitiesService] })
export class IdentitiesModule {
  constructor(people: PersonParts, file: WholeFileParts, identities: IdentitiesService) {
    people.bring(12, identities);
    file.bring(12, (work, of) => identities.wholeFile(work, of));
  }
}
