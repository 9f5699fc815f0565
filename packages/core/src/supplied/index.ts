export { SUPPLIED, type SuppliedProcedure, type SuppliedService } from './services';
