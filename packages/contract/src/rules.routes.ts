import type { KeepRule, RuleView, TriedRule, TryRule } from './rules';
import { type Added, a, get, post, patch } from './route';

/** Every rule that the firm can use, its own first, as it stands last. */
export const list = get('/api/rules', 'see clients', { answer: a<RuleView[]>('RuleView[]'), shows: ['rules', 'services'] });
export const add = post('/api/rules', 'change services', { input: a<KeepRule>('KeepRule'), answer: a<Added>('Added'), once: true });
export const change = patch('/api/rules/:id', 'change services', { input: a<KeepRule>('KeepRule'), text: ['id'] });
export const seen = post('/api/rules/:id/seen', 'change services', { text: ['id'] });
/** Tries a rule on facts and a period. Nothing is written. */
export const tryOut = post('/api/rules/:id/try', 'see clients', { input: a<TryRule>('TryRule'), answer: a<TriedRule>('TriedRule'), text: ['id'] });
