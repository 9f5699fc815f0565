import { IsNotEmpty, IsString, Matches, MaxLength } from 'class-validator';
import { LeftOut } from './checks';

/** A certificate with which a firm seals, or did. */
export interface SealCertificate {
  /** SHA-256 of the certificate, in groups of four digits. */
  fingerprint: string;
  from: string;
  until: string;
  /** To whom it was issued and by whom, as it says; null for one that the firm made itself. */
  issued: { to: string; by: string } | null;
  /** When another one took its place; null for the one that seals now. */
  replacedAt: string | null;
}

export interface SealView {
  /** Null before anything was sealed. */
  current: SealCertificate | null;
  older: SealCertificate[];
  /** The last part of the address at which anybody checks what the firm sealed; null as long as there is nothing to check. */
  address: string | null;
}

/** What the public page says of the firm that seals. */
export interface CheckSealDoor {
  firm: string;
  hasLogo: boolean;
  zone: string;
  certificates: SealCertificate[];
}

/** A certificate that an authority issued to the firm, with its key: a PKCS #12 file. */
export class BringSeal {
  /** Base64. */
  @Matches(/^[A-Za-z0-9+/]{4,80000}={0,2}$/, { message: 'Choose the file that ends in .p12 or .pfx. It is a small one.' })
  file: string;

  /** That locks it; left out where none does. */
  @LeftOut()
  @IsString()
  @MaxLength(200)
  password?: string;
}

declare module './today' {
  interface TodayView {
    /** When the certificate that the firm brought runs out, from 60 days before; null where nothing is to be done. */
    sealRunsOut: string | null;
  }
}

/** Another certificate takes the place of the one that is named. */
export class ReplaceSeal {
  @IsString()
  @IsNotEmpty({ message: 'Say which certificate is replaced.' })
  @MaxLength(100)
  fingerprint: string;
}
