import type { DecideDetails, OwnDetails, ProposeForClient, ProposePerson, ProposedView } from './own-details';
import { a, get, post } from './route';

const shows = ['own-details', 'clients'];

/** What is known of whoever is in the portal and of those they act for, and what became of what they proposed. */
export const mine = get('/api/portal/own-details', 'portal', { answer: a<OwnDetails>('OwnDetails') });
export const proposePerson = post('/api/portal/own-details/person', 'portal', { input: a<ProposePerson>('ProposePerson'), once: true });
export const proposeForClient = post('/api/portal/own-details/client', 'portal', { input: a<ProposeForClient>('ProposeForClient'), once: true });

export const view = get('/api/proposed-details/:id', 'change clients', { answer: a<ProposedView>('ProposedView'), shows });
export const decide = post('/api/proposed-details/:id/decide', 'change clients', { input: a<DecideDetails>('DecideDetails'), once: true });
