export { ActionPieces } from './action-pieces';
export { type KeptProcedure, ProcedureChanged, ProceduresService } from './procedures.service';
