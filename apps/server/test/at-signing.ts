import { beforeEach } from 'vitest';
import type { ClientView } from '@steady/contract/clients';
import type { AskSignature } from '@steady/contract/ask-signature';
import type { GiveSignature, PortalSignaturePart, SignaturePart } from '@steady/contract/signatures';
import { aPdf } from './a-pdf';
import { atPost } from './at-post';
import { THREE } from './at-work';
import { type TestApp, asksOf, insidePortal, key, portalAsks } from './support';

/** A place for the signature of each of so many, side by side on the first page. */
export const signHere = (signers: number) =>
  Array.from({ length: signers }, (_, signer) => ({
    id: `f${signer}`,
    kind: 'signature' as const,
    signer,
    page: 1,
    x: 60 + 200 * signer,
    y: 400,
    width: 170,
    height: 44,
    isRequired: true,
    label: null,
  }));

/** Documents given for signature: before each test a client with two who sign, and a job of it. */
export function atSigning(app: () => TestApp) {
  const post = atPost(app);
  const { manager, begun, rules, of } = post;
  const here = { jobId: '', owner: '', second: '', people: [] as string[], original: aPdf('the accounts') };

  beforeEach(async () => {
    await rules({ perDay: 8 });
    here.owner = `Cara ${of.count}`;
    here.second = `Dara ${of.count}`;
    await manager()
      .post(`/api/clients/${of.clientId}/contacts`)
      .set(key())
      .send({ name: here.second, email: `dara${of.count}@curlew.example`, signs: true })
      .expect(201);
    here.people = ((await manager().get(`/api/clients/${of.clientId}`).expect(200)).body as ClientView).contacts.map(({ id }) => id);
    here.jobId = await begun(THREE, { clientId: of.clientId });
  });

  const filed = async (file: Buffer, name = 'accounts.pdf') =>
    ((await manager().post(`/api/jobs/${here.jobId}/documents`).attach('file', file, name).expect(201)).body as { id: string }).id;
  const input = (documentId: string, signerIds: string[], more: Partial<AskSignature> = {}): AskSignature => ({
    documentId,
    title: 'Accounts 2025',
    signerIds,
    dueOn: '2026-03-25',
    ...more,
  });
  const give = async (signerIds: string[], file = here.original, more: Partial<AskSignature> = {}) => {
    const documentId = await filed(file);
    await manager()
      .post(`/api/jobs/${here.jobId}/signatures`)
      .set(key())
      .send(input(documentId, signerIds, more))
      .expect(201);
    return documentId;
  };
  const standing = async () => (await asksOf<SignaturePart>(manager(), here.jobId, 'signature'))[0]!;
  /** Whoever is asked, in the portal, before they sign. */
  const asked = async (who: string) => {
    const inside = await insidePortal(app(), who);
    const { partyId } = (await portalAsks<PortalSignaturePart>(inside, 'signature')).find(({ stands }) => stands === 'wanted')!;
    return { inside, partyId };
  };
  const sign = async (who: string, more: Partial<GiveSignature> = {}) => {
    const { inside, partyId } = await asked(who);
    await inside
      .post(`/api/portal/signatures/${partyId}/sign`)
      .send({ signedAs: `${who} writing`, agreed: true, ...more })
      .expect(204);
    await app().drain();
    return { inside, partyId };
  };
  return { ...post, here, filed, input, give, standing, asked, sign };
}
