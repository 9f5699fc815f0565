import { Injectable } from '@nestjs/common';
import type { IdentityConfirmed } from '@steady/core/identities';
import type { Work } from '../../platform/work';
import { type AskParty, PeopleWhoSign, type WhoIs } from '../asks';
import type { ContactOfClient } from '../clients';
import { IdentitiesService } from '../identities';
import { TeamService } from '../team';

/** One who is to sign: one of the client's people, or a person of the firm, who is not written to as clients are. */
export interface Signer extends ContactOfClient {
  isOurs: boolean;
  /** How their identity was confirmed, as far as it was. */
  confirmed: readonly IdentityConfirmed[];
}

/** As an ask knows them. */
export const whoIs = ({ id, name, isOurs }: Pick<Signer, 'id' | 'name' | 'isOurs'>): WhoIs => ({
  contactId: isOurs ? null : id,
  memberId: isOurs ? id : null,
  name,
});

/** The id by which a signer was chosen. */
export const idOfSigner = ({ contactId, memberId }: Pick<AskParty, 'contactId' | 'memberId'>): string | null => contactId ?? memberId;

/** Those of them of whom the firm asks something: what it asks of a signature is for the client's people, not for its own. */
export const ofClient = (signers: readonly Signer[]): Signer[] => signers.filter(({ isOurs }) => !isOurs);

/** Those chosen to sign, of the client and of the firm. */
@Injectable()
export class Signers {
  constructor(
    private readonly people: PeopleWhoSign,
    private readonly team: TeamService,
    private readonly identities: IdentitiesService,
  ) {}

  /** Those chosen, in order. @param field where they were chosen @throws Problem where one neither signs for the client nor works here and sees it */
  async chosen(work: Work, clientId: string, ids: readonly string[], field: string): Promise<Signer[]> {
    const names = await this.team.names(work);
    const theirs = await this.people.chosen(
      work,
      clientId,
      ids.filter((id) => !names.has(id)),
      field,
    );
    const known = await this.ofClient(work, theirs);
    const signers: Signer[] = [];
    for (const id of ids) signers.push(known.find((one) => one.id === id) ?? (await this.ofFirm(work, clientId, id, field)));
    return signers;
  }

  /** People of the client as those who sign, with what is known of who they are. */
  async ofClient(work: Work, people: readonly ContactOfClient[]): Promise<Signer[]> {
    const confirmed = await this.identities.of(
      work,
      people.map(({ id }) => id),
    );
    return people.map((person) => ({ ...person, isOurs: false, confirmed: confirmed.get(person.id) ?? [] }));
  }

  private async ofFirm(work: Work, clientId: string, id: string, field: string): Promise<Signer> {
    const name = await this.team.colleague(work, field, id, clientId);
    return { id, name, email: null, mobile: null, awayUntil: null, lastInAt: null, role: `of ${work.firm.shortName}`, isOurs: true, confirmed: [] };
  }
}
