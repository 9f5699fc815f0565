export { suppliedFor, suppliedProceduresFor } from './countries';
export { SUPPLIED, type SuppliedService } from './services';
export { SUPPLIED_QUESTIONNAIRES, type SuppliedQuestionnaire } from './questionnaires';
export { SUPPLIED_PROCEDURES, suppliedProcedure } from './procedures';
