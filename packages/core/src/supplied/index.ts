export { suppliedFor, suppliedProceduresFor } from './countries';
export { SUPPLIED, type SuppliedService } from './services';
export { SUPPLIED_PROCEDURES, suppliedProcedure } from './procedures';
