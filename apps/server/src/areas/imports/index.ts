export { BringingIn } from './bringing-in.service';
export { ImportsService } from './imports.service';
