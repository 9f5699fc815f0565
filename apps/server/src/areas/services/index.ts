export { type Service, type ServiceLine, ServiceLineAdded, ServicesService } from './services.service';
