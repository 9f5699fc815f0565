export { keyOfAddress, newWordsOf, replyAddress } from './mail';
export { AT_FIRST, type Readers, type Side, type Turn, afterEnd, afterWords, readersInWords } from './standing';
