export { ASK_MOVES, ASK_STATES, type AskMove, type AskState, isOpenAsk, moveOfAsk } from './states';
export { PARTY_STATES, type Party, type PartyState, turnOf } from './parties';
export { type AskStanding, type ForUs, type Lacks, type Owed, isQuestion, jobWaits, standingOf, troubleOf } from './standing';
export { ITEM_STATES, type ItemAsked, type ItemState, type WantedItem, itemInWords, lacksOfRequest } from './request';
export { ANSWER_KINDS, type AnswerKind, CAME_KINDS, IN_HAND_WAYS, type InHandWay, cameInWords, cameLast, mayTakeBack, standsBy } from './answers';
export { lacksOfSignature } from './signature';
export { type FollowUpRules, type FollowedUp, type NextFollowUp, followUpAfter, nextFollowUp } from './follow-ups';
export { type EarlierRequest, asLastTime } from './as-last-time';
