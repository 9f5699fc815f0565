import { Area } from '../../platform/area';
import { KeptParts, PersonParts } from '../keeping';
import { TodayParts } from '../today';
import { WholeFileParts } from '../whole-file';
import { ArrivalsController } from './arrivals.controller';
import { ArrivalQueries } from './arrivals.queries';
import { ArrivalsService } from './arrivals.service';
import { ArrivalsKept } from './arrivals-kept.queries';
import { DropOffController } from './drop-off.controller';
import { DropOffService } from './drop-off.service';
import { Puzzles } from './puzzles';
import { VisitsService } from './visits.service';

@Area({
  controllers: [ArrivalsController, DropOffController],
  services: [DropOffService, Puzzles, VisitsService, ArrivalsService, ArrivalQueries, ArrivalsKept],
})
export class ArrivalsModule {
  constructor(today: TodayParts, queries: ArrivalQueries, file: WholeFileParts, kept: KeptParts, people: PersonParts, words: ArrivalsKept) {
    kept.bring(words);
    people.bring(26, words);
    file.bring(84, (work, of) => words.wholeFile(work, of));
    today.bring(async (work, asked) => ({ arrivals: await queries.waiting(work, asked), dropOffShutUntil: await queries.shutUntil(work) }));
  }
}
