export { OwnDetailsService } from './own-details.service';
