import { Controller } from '@nestjs/common';
import { type IdentityView, NoteIdentity } from '@steady/contract/identities';
import * as routes from '@steady/contract/identities.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { IdentitiesService } from './identities.service';

@Controller()
export class IdentitiesController {
  constructor(private readonly identities: IdentitiesService) {}

  @Does(routes.list)
  list({ work, at: { id } }: Asked<typeof routes.list>): Promise<IdentityView[]> {
    return this.identities.list(work, id);
  }

  @Does(routes.note, { input: NoteIdentity })
  async note({ work, at: { id }, input }: Asked<typeof routes.note>): Promise<{ id: string }> {
    return { id: await this.identities.note(work, id, input) };
  }

  @Does(routes.takeBack)
  takeBack({ work, at: { id } }: Asked<typeof routes.takeBack>): Promise<void> {
    return this.identities.takeBack(work, id);
  }
}
