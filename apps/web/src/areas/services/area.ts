import { type Area, page } from '../../app/area';

export const servicesArea: Area = {
  pages: [
    page('firm', () => import('./firm-page'), 'FirmPage'),
    page('firm/services/:id', () => import('./service-page'), 'ServicePage'),
    page('clients/:id/schedule', () => import('./schedule-page'), 'SchedulePage'),
  ],
  firmPages: [{ to: '/firm', words: 'Services', at: 10, end: true }],
  found: { service: { words: 'service', to: ({ id }) => `/firm/services/${id}` } },
};
