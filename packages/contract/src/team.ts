import { IsEmail, IsNotEmpty, IsUUID } from 'class-validator';
import type { Right, Role } from '@steady/core/access';
import { IsText, Trimmed } from './checks';

export class SignIn {
  @Trimmed()
  @IsEmail({}, { message: 'Give the email address you sign in with.' })
  email: string;

  @IsNotEmpty({ message: 'Give your password.' })
  @IsText(200, 'A password')
  password: string;
}

export class DemoSignIn {
  @IsUUID()
  memberId: string;
}

export interface SignInOffer {
  demo: boolean;
  firm: string | null;
  people: { memberId: string; name: string; role: Role; does: string }[];
}

export interface SessionView {
  memberId: string;
  name: string;
  role: Role;
  rights: Right[];
  firm: { name: string; shortName: string; currency: string; zone: string };
  /** The firm's civil day, ISO. */
  today: string;
  demo: boolean;
}

export interface MemberView {
  id: string;
  name: string;
  /** First name, or what tells people of one name apart. */
  shortName: string;
  role: Role;
  does: string;
}
