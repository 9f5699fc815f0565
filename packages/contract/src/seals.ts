import { IsNotEmpty, IsString, MaxLength } from 'class-validator';

/** A certificate with which a firm seals, or did. */
export interface SealCertificate {
  /** SHA-256 of the certificate, in groups of four digits. */
  fingerprint: string;
  from: string;
  until: string;
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

/** Another certificate takes the place of the one that is named. */
export class ReplaceSeal {
  @IsString()
  @IsNotEmpty({ message: 'Say which certificate is replaced.' })
  @MaxLength(100)
  fingerprint: string;
}
