export { type Outcome, apart, eachApart } from './apart';
export { forgetKeys } from './forget-keys';
export { type FirmRow, demoFirm, firmById, firmNames, isWithoutFirms } from './firms.queries';
export { LongActs } from './long-acts';
export { firms, idempotencyKeys } from './tables';
export { type Firm, type NewFirm, type Work, Works, nextNumber, nextNumbers, staffId } from './work';
export { asWhole, mustSeeAllOf, ofOwn } from './see-all';
export { WorkInterceptor } from './work.interceptor';
