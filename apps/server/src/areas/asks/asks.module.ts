import { Area } from '../../platform/area';
import { TodayParts } from '../today';
import { AskBook } from './ask-book';
import { AskLetters } from './ask-letters';
import { AsksController } from './asks.controller';
import { AskQueries } from './asks.queries';
import { AsksService } from './asks.service';
import { AskKinds } from './kinds';

@Area({ controllers: [AsksController], services: [AskKinds, AskBook, AskLetters, AskQueries, AsksService] })
export class AsksModule {
  constructor(today: TodayParts, queries: AskQueries) {
    today.bring((work, asked) => queries.onToday(work, asked));
  }
}
