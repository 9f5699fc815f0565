import { Controller } from '@nestjs/common';
import { SetTelling, type TellingView } from '@steady/contract/notices';
import * as routes from '@steady/contract/notices.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { NoticesService } from './notices.service';

@Controller()
export class NoticesController {
  constructor(private readonly notices: NoticesService) {}

  @Does(routes.telling)
  telling({ work }: Asked<typeof routes.telling>): Promise<TellingView> {
    return this.notices.view(work);
  }

  @Does(routes.setTelling, { input: SetTelling })
  setTelling({ work, input }: Asked<typeof routes.setTelling>): Promise<void> {
    return this.notices.set(work, input.telling);
  }
}
