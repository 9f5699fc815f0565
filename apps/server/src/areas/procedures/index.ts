export { type KeptProcedure, ProcedureChanged, ProceduresService } from './procedures.service';
