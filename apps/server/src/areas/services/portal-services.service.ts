import { Injectable } from '@nestjs/common';
import { money } from '@steady/core/money';
import type { PortalService, PortalServices } from '@steady/contract/lines';
import type { ShownFees } from '@steady/contract/services';
import { Events, eventKind } from '../../platform/events';
import { seesFees } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { ContactsService } from '../clients';
import { type LineOfService, LinesService } from './lines.service';

export const FeesShown = eventKind<object>('fees shown to clients', 'services');

/** What clients read of our services: those that stand in their letter, with fees where the firm shows them, for those who pay. */
@Injectable()
export class PortalServicesService {
  constructor(
    private readonly works: Works,
    private readonly events: Events,
    private readonly lines: LinesService,
    private readonly contacts: ContactsService,
  ) {}

  async list(work: Work): Promise<PortalServices[]> {
    const found: PortalServices[] = [];
    for (const { id, name } of await this.contacts.actsFor(work, work.actor.id!)) {
      const pays = await this.contacts.hasPermission(work, work.actor.id!, id, 'pays');
      const today = work.today.toString();
      const theirs = (await this.lines.of(work, id)).filter(({ line, service }) => service.printed && (line.endsOn === null || line.endsOn >= today));
      found.push({ clientId: id, client: name, services: theirs.map((one) => this.asRead(work, one, pays)) });
    }
    return found;
  }

  private asRead(work: Work, { line, service }: LineOfService, pays: boolean): PortalService {
    const today = work.today.toString();
    const rest = line.pauses.find(({ from, until }) => from <= today && (until === null || until >= today));
    return {
      id: line.id,
      name: line.name,
      scope: service.scope,
      rhythm: line.rhythm,
      startsOn: line.startsOn,
      endsOn: line.endsOn,
      rests: rest ? { until: rest.until } : null,
      fee: work.firm.showsFees && pays && service.charged && seesFees(work.actor) ? money(line.fee, line.currency) : null,
      billing: line.billing ?? service.billing,
    };
  }

  shown({ firm: { showsFees, version } }: Work): ShownFees {
    return { isShown: showsFees, version };
  }

  /** @throws Problem where somebody else changed it since */
  async show(work: Work, { isShown, version }: ShownFees): Promise<void> {
    if (work.firm.showsFees === isShown) return;
    await this.works.change(work, { showsFees: isShown }, version);
    await this.events.record(work, FeesShown, {
      what: isShown ? 'shows clients the fees of their services' : 'shows clients no fees of their services any more',
      payload: {},
    });
  }
}
