import type { ConfirmPassword, ChangePassword, OwnAccount, RecoveryCodes, SecondStepCode, SecondStepOffer, SwitchFirm } from './sign-in';
import { a, get, post, remove } from './route';

export const you = get('/api/you', 'see clients', { answer: a<OwnAccount>('OwnAccount'), early: true });
export const changeFirm = post('/api/you/firm', 'see clients', { input: a<SwitchFirm>('SwitchFirm'), early: true });
export const changePassword = post('/api/you/password', 'see clients', { input: a<ChangePassword>('ChangePassword'), aMinute: 10, early: true });
export const offerSecondStep = post('/api/you/second-step', 'see clients', { answer: a<SecondStepOffer>('SecondStepOffer'), early: true, again: true });
export const confirmSecondStep = post('/api/you/second-step/confirm', 'see clients', {
  input: a<SecondStepCode>('SecondStepCode'),
  answer: a<RecoveryCodes>('RecoveryCodes'),
  aMinute: 10,
  early: true,
});
export const dropSecondStep = post('/api/you/second-step/drop', 'see clients', {
  input: a<SecondStepCode>('SecondStepCode'),
  aMinute: 10,
  early: true,
  again: true,
});
export const endOthers = post('/api/you/sessions/end-others', 'see clients', { early: true });
export const endSession = remove('/api/you/sessions/:name', 'see clients', { text: ['name'], early: true });
/** The password once more, before something that matters. */
export const confirm = post('/api/you/confirm', 'see clients', { input: a<ConfirmPassword>('ConfirmPassword'), early: true });
