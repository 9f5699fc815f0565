import type { DoorLetter, DemoSignIn, ForgotPassword, LetIn, PersonDoor, SetPassword, SignIn, SignInOffer, SignInStep } from './sign-in';
import { a, get, post } from './route';

export const offer = get('/api/sign-in', 'open', { answer: a<SignInOffer>('SignInOffer') });
export const signIn = post('/api/sign-in', 'open', { input: a<SignIn>('SignIn'), answer: a<SignInStep>('SignInStep'), aMinute: 120 });
export const signInDemo = post('/api/sign-in/demo', 'open', { input: a<DemoSignIn>('DemoSignIn') });
export const forgot = post('/api/sign-in/forgot', 'open', { input: a<ForgotPassword>('ForgotPassword'), aMinute: 10 });
export const door = get('/api/join/:token', 'open', { answer: a<PersonDoor>('PersonDoor'), text: ['token'], aMinute: 30 });
/** Sets the password of an invitation or a reset. Whoever has set it signs in with it at once. */
export const enter = post('/api/join/:token', 'open', { input: a<SetPassword>('SetPassword'), answer: a<LetIn>('LetIn'), text: ['token'], aMinute: 10 });
/** Takes up an invitation of a person who has a password for another firm. */
export const enterAgain = post('/api/join/:token/again', 'open', { text: ['token'], aMinute: 10 });
/** In the demo alone: what was written to people of the firm to let them in. */
export const letters = get('/api/sign-in/letters', 'open', { answer: a<DoorLetter[]>('DoorLetter[]') });
