export { forgetKeys } from './forget-keys';
export { LongActs } from './long-acts';
export { idempotencyKeys } from './tables';
export { type Firm, type Work, Works, apart, nextNumber, nextNumbers, staffId } from './work';
export { mustSeeAllOf, ofOwn } from './see-all';
export { WorkInterceptor } from './work.interceptor';
