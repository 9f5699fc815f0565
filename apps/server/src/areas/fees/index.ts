export { FeesService } from './fees.service';
export { PaymentsService } from './payments.service';
export { SettlementService } from './settlement.service';
