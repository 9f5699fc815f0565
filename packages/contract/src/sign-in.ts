import { IsNotEmpty, IsUUID, Matches } from 'class-validator';
import type { Right, Role } from '@steady/core/access';
import { IsLine, IsMail, IsText, LeftOut, Trimmed } from './checks';

export class SignIn {
  @Trimmed()
  @IsMail({ message: 'Give the email address you sign in with.' })
  email: string;

  @IsNotEmpty({ message: 'Give your password.' })
  @IsText(200, 'A password')
  password: string;

  /** The code of the second step, or a recovery code. */
  @Trimmed()
  @LeftOut()
  @IsLine(40, 'A code')
  code?: string;

  /** Which firm to enter, for a person of several. */
  @LeftOut()
  @IsUUID()
  firmId?: string;
}

export interface FirmChoice {
  firmId: string;
  name: string;
}

/** What is still wanted before a person is in; nothing when they are. */
export type SignInStep = { wants: 'nothing' } | { wants: 'code' } | { wants: 'firm'; firms: FirmChoice[] };

export class DemoSignIn {
  @IsUUID()
  memberId: string;
}

export class ForgotPassword {
  @Trimmed()
  @IsMail({ message: 'Give the email address you sign in with.' })
  email: string;
}

export const PASSWORD_LENGTH = 12;

export class SetPassword {
  @IsNotEmpty({ message: 'Choose a password.' })
  @IsText(200, 'A password')
  password: string;
}

export class ChangePassword extends SetPassword {
  @IsNotEmpty({ message: 'Give the password you have now.' })
  @IsText(200, 'A password')
  current: string;
}

export class SecondStepCode {
  @Trimmed()
  @Matches(/^[0-9 ]{6,7}$/, { message: 'Give the six digits that the authenticator shows.' })
  code: string;
}

export class SwitchFirm {
  @IsUUID()
  firmId: string;
}

export interface SignInOffer {
  demo: boolean;
  firm: string | null;
  people: { memberId: string; name: string; role: Role; does: string }[];
}

/** What a link of an invitation or a reset opens. */
export interface PersonDoor {
  kind: 'invitation' | 'reset';
  firm: string | null;
  name: string;
  /** True when the person has a password already, for another firm: the invitation only has to be taken up. */
  hasPassword: boolean;
}

export interface SessionView {
  memberId: string;
  name: string;
  role: Role;
  rights: Right[];
  firm: { name: string; shortName: string; currency: string; zone: string; country: string };
  /** The firm's civil day, ISO. */
  today: string;
  demo: boolean;
  /** The firm requires the second step, and it is not set up: nothing else is open. */
  wantsSecondStep: boolean;
  /** The disk is nearly full: all can be read, nothing can be saved until there is room. */
  readOnly: boolean;
}

export interface OwnSession {
  id: string;
  device: string;
  since: string;
  expiresAt: string;
  /** The one that asks. */
  this: boolean;
}

/** One's own way in, as the page "You" shows it. */
export interface OwnAccount {
  email: string;
  secondStepSince: string | null;
  recoveryCodesLeft: number;
  sessions: OwnSession[];
  otherFirms: FirmChoice[];
}

/** Shown once, when the second step is set up. */
export interface SecondStepOffer {
  secret: string;
  /** An otpauth address, which authenticators read. */
  address: string;
}

/** Shown once: each lets its owner in when the authenticator is lost. */
export interface RecoveryCodes {
  codes: string[];
}

export class ConfirmPassword {
  @IsNotEmpty({ message: 'Give your password.' })
  @IsText(200, 'A password')
  password: string;
}

/** A message that lets a person of the demo firm in. */
export interface DoorLetter {
  id: string;
  at: string;
  to: string;
  address: string;
  subject: string;
  link: string | null;
}

/** With which address somebody signs in who has set a password. */
export interface LetIn {
  email: string;
}
