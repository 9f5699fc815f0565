import 'reflect-metadata';
import { Type } from 'class-transformer';
import { IsBoolean, IsIn, IsInt, IsNotEmpty, IsUUID, Min, ValidateNested } from 'class-validator';
import { IsDay, IsLine, IsMail, IsTelephone, LeftOut, Trimmed } from './checks';
import type { Money } from '@steady/core/money';

export class Address {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the street and number, or the name of the house.' })
  @IsLine(200, 'A street')
  street: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the town.' })
  @IsLine(100, 'A town')
  town: string;

  @Trimmed()
  @LeftOut()
  @IsLine(20, 'A postcode')
  postcode?: string;

  @Trimmed()
  @LeftOut()
  @IsLine(60, 'A country')
  country?: string;
}

/** Whether somebody wants news of the firm, since when, and how the firm knows. */
export class Marketing {
  @IsBoolean({ message: 'Say whether they want news or not.' })
  wanted: boolean;

  @IsDay({ message: 'Give the day on which they said so.' })
  on: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say how you know: by telephone, on a form, in a mail.' })
  @IsLine(120, 'A source')
  source: string;
}

/** What somebody has a say in, at one client. */
export const CONTACT_PERMISSIONS = ['getsRequests', 'signs', 'pays'] as const;
export type ContactPermission = (typeof CONTACT_PERMISSIONS)[number];

/** Facts of a person. */
class PersonFacts {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the name of a person.' })
  @IsLine(120, 'A name')
  name: string;

  @Trimmed()
  @LeftOut()
  @IsMail({ message: 'This is not a complete email address.' })
  @IsLine(200, 'An address')
  email?: string;

  @Trimmed()
  @LeftOut()
  @IsTelephone('01 555 0142')
  phone?: string;

  @Trimmed()
  @LeftOut()
  @IsTelephone('085 555 0142')
  mobile?: string;

  @LeftOut()
  @ValidateNested()
  @Type(() => Address)
  address?: Address;

  @LeftOut()
  @ValidateNested()
  @Type(() => Marketing)
  marketing?: Marketing;

  /** The last day on which they are away. */
  @LeftOut()
  @IsDay({ message: 'Give the last day on which they are away.' })
  awayUntil?: string;
}

/** A person at one client: in which role, and with a say in what. What is not said is theirs. */
export class LinkContact {
  @Trimmed()
  @LeftOut()
  @IsLine(60, 'A role')
  role?: string;

  @LeftOut()
  @IsBoolean()
  getsRequests?: boolean;

  @LeftOut()
  @IsBoolean()
  signs?: boolean;

  @LeftOut()
  @IsBoolean()
  pays?: boolean;
}

/** A new person, and what they are at the client where they are added. */
export class ContactInput extends PersonFacts {
  /** Somebody known to the firm, who is linked in place of a new person. */
  @LeftOut()
  @IsUUID()
  knownId?: string;

  /** It is another person than those known by this address. */
  @LeftOut()
  @IsBoolean()
  another?: boolean;

  @Trimmed()
  @LeftOut()
  @IsLine(60, 'A role')
  role?: string;

  @LeftOut()
  @IsBoolean()
  getsRequests?: boolean;

  @LeftOut()
  @IsBoolean()
  signs?: boolean;

  @LeftOut()
  @IsBoolean()
  pays?: boolean;
}

export class ChangeContact extends PersonFacts {
  @IsInt()
  @Min(1)
  version: number;
}

/** A person as they stand at one client. */
export interface ContactView {
  id: string;
  name: string;
  email: string | null;
  phone: string | null;
  mobile: string | null;
  role: string | null;
  getsRequests: boolean;
  signs: boolean;
  pays: boolean;
}

/** A person with all clients that they act for, among those that whoever looks may see. */
export interface PersonView extends Omit<ContactView, 'role' | ContactPermission> {
  version: number;
  address: Address | null;
  marketing: Marketing | null;
  awayUntil: string | null;
  /** Since when mail goes to another address than before, until somebody has made sure that it is theirs. */
  newEmailSince: string | null;
  /** When they last came into the portal; null where they never did. */
  lastInAt: string | null;
  clients: ({ id: string; name: string; standing: string; role: string | null; way: string } & Record<ContactPermission, boolean>)[];
}

/** Two records that are one person: the other becomes part of the first. */
export class MergeContacts {
  @IsUUID(undefined, { message: 'Choose the other person.' })
  otherId: string;

  @IsInt()
  @Min(1)
  version: number;

  @IsInt()
  @Min(1)
  otherVersion: number;
}

/** What would become of two records of one person. */
export interface ContactMergePreview {
  kept: { id: string; name: string; version: number };
  going: { id: string; name: string; version: number };
  /** Facts that differ: those of the kept one stay. */
  differs: { name: string; kept: string; going: string }[];
  /** Facts that only the other has, and that are taken over. */
  filled: { name: string; value: string }[];
  /** The clients of the other that are linked to the kept one from then on. */
  clients: string[];
}

/** A person found by name or address, to be linked to one more client. */
export interface FoundContact {
  id: string;
  name: string;
  email: string | null;
  clients: string[];
}

export const RELATED_KINDS = ['family', 'group of companies', 'other'] as const;
export type RelatedKind = (typeof RELATED_KINDS)[number];

/** Says with which other client a client belongs together. */
export class RelateClient {
  /** Another client; its related clients become this one's too. */
  @IsUUID(undefined, { message: 'Choose the other client.' })
  otherId: string;

  /** How they are called together, where they are not called anything yet. */
  @Trimmed()
  @LeftOut()
  @IsLine(80, 'A name')
  name?: string;

  @LeftOut()
  @IsIn(RELATED_KINDS, { message: 'Choose how they belong together.' })
  kind?: RelatedKind;
}

export class ChangeRelated {
  @Trimmed()
  @IsNotEmpty({ message: 'Say how they are called together.' })
  @IsLine(80, 'A name')
  name: string;

  @IsIn(RELATED_KINDS, { message: 'Choose how they belong together.' })
  kind: RelatedKind;
}

/** Clients that belong together, with what stands open for each. */
export interface RelatedView {
  id: string;
  name: string;
  kind: RelatedKind;
  clients: {
    id: string;
    name: string;
    legalForm: string;
    standing: string;
    dueOn: string | null;
    due: string | null;
    openJobs: number;
    waitingSince: string | null;
    unpaid: Money | null;
    wip: Money | null;
  }[];
}
