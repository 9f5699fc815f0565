export { BringingIn } from './bringing-in';
export { ImportsService } from './imports.service';
