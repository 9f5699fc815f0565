export { SealsService } from './seals.service';
