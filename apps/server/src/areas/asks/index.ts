export { AllIn, AskBook } from './ask-book.service';
export { asksThatWait, asksThere, asksWithTurns, clientOfAsk, openAsksOf, partiesThere, partyLines } from './ask-sql';
export { AskLetters, lastSafeOf, senderNow } from './ask-letters';
export { AskQueries } from './asks.queries';
export { AskWithdrawn, AsksService } from './asks.service';
export { type AboutAsk, type Ask, type AskKind, AskKinds, type AskLetter, type AskParty } from './kinds';
export { type JobOfClient, ManyJobs } from './many-jobs.service';
export { PeopleWhoSign, type Turn } from './people-who-sign.service';
export { SaidService } from './said.service';
