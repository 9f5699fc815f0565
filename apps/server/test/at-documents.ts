import type request from 'supertest';
import type { DocumentAdded, DocumentPage, DocumentRow, FoldersOfClient } from '@steady/contract/documents';
import type { Listed } from '@steady/contract/lists';
import { aPdf } from './a-pdf';
import { type Agent, type TestApp } from './support';

/** An answer as it is sent. */
export function asBytes(answer: request.Response, give: (error: Error | null, body: Buffer) => void): void {
  const parts: Buffer[] = [];
  const stream = answer as unknown as NodeJS.ReadableStream;
  stream.on('data', (part: Buffer) => parts.push(part));
  stream.on('end', () => give(null, Buffer.concat(parts)));
}

/** What tests of documents do as people of the firm. */
export function atDocuments(test: () => TestApp) {
  const manager = () => test().firm.as.manager!;
  const file = async (path: string, content: string | Buffer = aPdf(), name = 'scan.pdf', agent: Agent = manager()) =>
    (await agent.post(path).attach('file', Buffer.from(content), name).expect(201)).body as DocumentAdded;
  const list = async (query = '', agent: Agent = manager()) => (await agent.get(`/api/documents${query}`).expect(200)).body as Listed<DocumentRow>;
  const page = async (id: string, agent: Agent = manager()) => (await agent.get(`/api/documents/${id}`).expect(200)).body as DocumentPage;
  const folders = async (clientId: string) => (await manager().get(`/api/clients/${clientId}/folders`).expect(200)).body as FoldersOfClient;
  const folder = async (clientId: string, name: string) => (await folders(clientId)).folders.find((one) => one.name === name)!;
  const change = (ids: string[], to: object, agent: Agent = manager()) => agent.post('/api/documents/change').send({ documentIds: ids, ...to });
  const content = async (id: string) => (await manager().get(`/api/documents/${id}/content`).buffer(true).parse(asBytes).expect(200)).body as Buffer;
  const readyMade = () => manager().post('/api/folders/ready-made').expect(204);
  return { manager, file, list, page, folders, folder, change, content, readyMade };
}
