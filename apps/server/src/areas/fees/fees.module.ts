import { Area } from '../../platform/area';
import { ClientParts } from '../clients';
import { JobParts } from '../jobs';
import { MoneyOfClients } from './client-money.queries';
import { MoneyOfJobs } from './job-money.queries';
import { WholeFileParts } from '../whole-file';
import { FeesWholeFile } from './whole-file.queries';
import { OpenedThings } from '../portal';
import { SearchResults } from '../search';
import { TodayParts, first } from '../today';
import { ListFields } from '../../platform/lists';
import { FIELDS_OF_CLIENTS, FIELDS_OF_JOBS } from './fee-fields';
import { FeesPortalController } from './fees-portal.controller';
import { FeesController } from './fees.controller';
import { FeeQueries } from './fees.queries';
import { FeesService } from './fees.service';
import { LedgerService } from './ledger.service';
import { SettlementService } from './settlement.service';
import { PaymentsService } from './payments.service';
import { RemindersService } from './reminders.service';
import { WipQueries } from './wip.queries';

@Area({
  controllers: [FeesController, FeesPortalController],
  services: [
    MoneyOfJobs,
    MoneyOfClients,
    FeesWholeFile,
    FeesService,
    LedgerService,
    SettlementService,
    FeeQueries,
    WipQueries,
    PaymentsService,
    RemindersService,
  ],
})
export class FeesModule {
  constructor(
    fields: ListFields,
    today: TodayParts,
    queries: FeeQueries,
    wip: WipQueries,
    search: SearchResults,
    file: WholeFileParts,
    whole: FeesWholeFile,
    job: JobParts,
    money: MoneyOfJobs,
    client: ClientParts,
    ofClient: MoneyOfClients,
    reminders: RemindersService,
    opened: OpenedThings,
    fees: FeesService,
  ) {
    opened.bring('bill', async (work, id) => {
      const bill = await fees.forContact(work, id);
      return { clientId: bill.clientId, what: `Invoice ${bill.number}` };
    });
    today.bring(async (work) => ({ notPaid: first(await reminders.inVain(work)) }));
    client.bring((work, id) => ofClient.part(work, id));
    job.bring((work, of, tasks) => money.part(work, of, tasks));
    file.bring(70, (work, of) => whole.parts(work, of));
    today.bringFailures((work, most) => queries.notPrinted(work, most));
    today.bring(async (work) => ({ unbilled: await wip.figuresFor(work) }));
    search.bring(50, (work, looked) => queries.found(work, looked));
    fields.bring('clients', 'waits', FIELDS_OF_CLIENTS);
    fields.bring('jobs', 'fee', FIELDS_OF_JOBS);
  }
}
