import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { messageMatters } from './in-portal';

/** Conversations with the firm, in the portal. */
export const conversationsPortal: PortalArea = {
  pages: [
    page('/portal/messages', () => import('./portal-messages-page'), 'PortalMessagesPage'),
    page('/portal/messages/:id', () => import('./portal-message-page'), 'PortalMessagePage'),
  ],
  ways: [{ at: 20, to: '/portal/messages', words: 'Messages' }],
  matters: messageMatters,
};
