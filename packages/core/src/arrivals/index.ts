export { ADDRESS_LENGTH, addressFrom, whyNotAddress } from './address';
export { MOST_BYTES, MOST_FILES, whyNotTaken } from './files';
export { kindInWords } from './kinds';
export { type ArrivalStanding, CODE_WAITED_HOURS, REFUSED_KEPT_DAYS, mayBe, standingOf } from './standing';
