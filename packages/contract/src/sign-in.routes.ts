import type {
  ChangePassword,
  DemoSignIn,
  ForgotPassword,
  OwnAccount,
  PersonDoor,
  RecoveryCodes,
  SecondStepCode,
  SecondStepOffer,
  SetPassword,
  SignIn,
  SignInOffer,
  SignInStep,
  SwitchFirm,
} from './team';
import { a, get, post, remove } from './route';

export const offer = get('/api/sign-in', 'open', { answer: a<SignInOffer>('SignInOffer') });
export const signIn = post('/api/sign-in', 'open', { input: a<SignIn>('SignIn'), answer: a<SignInStep>('SignInStep'), aMinute: 10 });
export const signInDemo = post('/api/sign-in/demo', 'open', { input: a<DemoSignIn>('DemoSignIn') });
export const forgot = post('/api/sign-in/forgot', 'open', { input: a<ForgotPassword>('ForgotPassword'), aMinute: 10 });
export const door = get('/api/join/:token', 'open', { answer: a<PersonDoor>('PersonDoor'), text: ['token'], aMinute: 30 });
/** Sets the password of an invitation or a reset. */
export const enter = post('/api/join/:token', 'open', { input: a<SetPassword>('SetPassword'), text: ['token'], aMinute: 10 });
/** Takes up an invitation of a person who has a password for another firm. */
export const enterAgain = post('/api/join/:token/again', 'open', { text: ['token'], aMinute: 10 });
export const signOut = post('/api/sign-out', 'open');
export const you = get('/api/you', 'see clients', { answer: a<OwnAccount>('OwnAccount') });
export const changeFirm = post('/api/you/firm', 'see clients', { input: a<SwitchFirm>('SwitchFirm') });
export const changePassword = post('/api/you/password', 'see clients', { input: a<ChangePassword>('ChangePassword'), aMinute: 10 });
export const offerSecondStep = post('/api/you/second-step', 'see clients', { answer: a<SecondStepOffer>('SecondStepOffer') });
export const confirmSecondStep = post('/api/you/second-step/confirm', 'see clients', {
  input: a<SecondStepCode>('SecondStepCode'),
  answer: a<RecoveryCodes>('RecoveryCodes'),
  aMinute: 10,
});
export const dropSecondStep = post('/api/you/second-step/drop', 'see clients', { input: a<SecondStepCode>('SecondStepCode'), aMinute: 10 });
export const endOthers = post('/api/you/sessions/end-others', 'see clients');
export const endSession = remove('/api/you/sessions/:name', 'see clients', { text: ['name'] });
