import { Injectable } from '@nestjs/common';
import { asc, eq, sql } from 'drizzle-orm';
import { type Given, type PageSize, type SignField, faultOfFields, inReadingOrder, shownInField } from '@steady/core/signing';
import { plainDate } from '@steady/core/words';
import type { FieldsToSign, SignFieldShown } from '@steady/contract/signatures';
import { dayIn } from '../../platform/clock';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import type { AskParty } from '../asks';
import { signatureFields, signings } from './signatures.tables';

type FieldRow = typeof signatureFields.$inferSelect;

/** Places on the pages of documents: who fills in what, and what stands there once it is signed. */
@Injectable()
export class SignatureFields {
  /** @throws Problem where a field lies where nothing can be signed */
  mustFit(fields: readonly SignField[], signers: number, pages: readonly PageSize[]): void {
    const fault = faultOfFields(fields, signers, pages);
    if (fault !== null) throw Problem.invalid([{ field: 'fields', message: fault }]);
  }

  /** Puts the fields of a document down, each for its signer. @param parties in the order in which they sign */
  async put(work: Work, askId: string, fields: readonly SignField[], parties: readonly AskParty[]): Promise<void> {
    if (fields.length === 0) return;
    await work.tx
      .insert(signatureFields)
      .values(fields.map(({ id: _theirs, signer, ...field }) => ({ ...field, firmId: work.firm.id, askId, partyId: parties[signer]!.id })));
  }

  private ofAsk(work: Work, askId: string): Promise<FieldRow[]> {
    return work.tx.select().from(signatureFields).where(eq(signatureFields.askId, askId)).orderBy(asc(signatureFields.id));
  }

  /** Those of one who signs, in the order in which one goes through them. */
  async ofParty(work: Work, { id, askId }: AskParty): Promise<FieldRow[]> {
    return inReadingOrder((await this.ofAsk(work, askId)).filter((field) => field.partyId === id));
  }

  /** What stands in the fields of those who have signed, as the firm writes days. Where how somebody signed was destroyed, it stands in the signed copy alone. */
  async filled(work: Work, askId: string): Promise<(SignFieldShown & { partyId: string })[]> {
    const rows = await this.ofAsk(work, askId);
    if (rows.length === 0) return [];
    const signed = await work.tx
      .selectDistinct({
        signing: { partyId: signings.partyId, signedAs: signings.signedAs, signedAt: signings.signedAt, given: sql<Given | null>`${signings.given}` },
      })
      .from(signings)
      .innerJoin(signatureFields, eq(signatureFields.partyId, signings.partyId))
      .where(eq(signatureFields.askId, askId));
    return rows.flatMap((row) => {
      const signing = signed.find((one) => one.signing.partyId === row.partyId)?.signing;
      if (!signing || signing.given === null || signing.signedAs === null) return [];
      const day = plainDate(dayIn(work.firm.zone, new Date(signing.signedAt).toISOString()));
      return [{ ...fieldOf(row), partyId: row.partyId, shown: shownInField(row, signing.given, { name: signing.signedAs, day }) }];
    });
  }

  /** What one who is asked has before them: their own fields, and what others filled in. */
  async toSign(work: Work, party: AskParty, parties: readonly AskParty[]): Promise<FieldsToSign> {
    const nameOf = (id: string) => parties.find((one) => one.id === id)!.name;
    const others = (await this.filled(work, party.askId)).filter((one) => one.partyId !== party.id);
    return {
      signer: party.name,
      fields: (await this.ofParty(work, party)).map(fieldOf),
      others: others.map(({ partyId, ...one }) => ({ ...one, by: nameOf(partyId) })),
    };
  }
}

const fieldOf = ({ id, kind, page, x, y, width, height, isRequired, label }: FieldRow) => ({ id, kind, page, x, y, width, height, isRequired, label });
