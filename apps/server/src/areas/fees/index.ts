export { FeesService } from './fees.service';
export { SettlementService } from './settlement.service';
