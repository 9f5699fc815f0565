import { Area } from '../../platform/area';
import { WholeFileParts } from '../whole-file';
import { AsksWholeFile } from './whole-file.queries';
import { OpenedThings } from '../portal';
import { TodayParts } from '../today';
import { AskBook } from './ask-book.service';
import { AskLetters } from './ask-letters';
import { AsksController } from './asks.controller';
import { AskQueries } from './asks.queries';
import { AsksService } from './asks.service';
import { FollowUps } from './follow-ups.service';
import { AskKinds } from './kinds';
import { LateRecords } from './late-records.service';
import { SaidService } from './said.service';
import { ManyJobs } from './many-jobs.service';
import { MissingQueries } from './missing.queries';
import { PeopleWhoSign } from './people-who-sign.service';
import { WantedQueries } from './wanted.queries';
import { WhoIsAsked } from './who-is-asked.service';

@Area({
  controllers: [AsksController],
  services: [
    AsksWholeFile,
    AskKinds,
    AskBook,
    AskLetters,
    PeopleWhoSign,
    FollowUps,
    AskQueries,
    ManyJobs,
    MissingQueries,
    WantedQueries,
    WhoIsAsked,
    SaidService,
    LateRecords,
    AsksService,
  ],
})
export class AsksModule {
  constructor(
    today: TodayParts,
    queries: AskQueries,
    missing: MissingQueries,
    file: WholeFileParts,
    whole: AsksWholeFile,
    wanted: WantedQueries,
    opened: OpenedThings,
  ) {
    opened.bring('ask', (work, id) => queries.opened(work, id));
    file.bring(50, (work, of) => whole.parts(work, of));
    today.bring((work, asked) => queries.onToday(work, asked));
    today.bring((work) => missing.onToday(work));
    today.bring((work, asked) => wanted.onToday(work, asked));
  }
}
