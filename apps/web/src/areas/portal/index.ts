export { PortalFrame } from './frame';
