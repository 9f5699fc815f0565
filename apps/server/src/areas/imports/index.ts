export { BringingIn } from './bringing-in.service';
export { ReadTable } from './tasks';
export { ImportsService } from './imports.service';
