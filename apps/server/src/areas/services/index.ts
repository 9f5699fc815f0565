export { linePreparer, lineStart, serviceName, serviceOfLine } from './line-sql';
export { LinesService, type LineOfService, type ServiceLine, ServiceLineAdded, ServiceLineChanged } from './lines.service';
export { type Service, ServiceChanged, ServicesService } from './services.service';
export { PortalServicesService } from './portal-services.service';
