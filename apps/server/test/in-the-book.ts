import type { ClientList } from '@steady/contract/client-lists';
import type { ClientView } from '@steady/contract/clients';
import { DUNMARRA, type TestApp } from './support';

/** What tests of clients and their people do as the manager of the firm. */
export function inTheBook(test: () => TestApp) {
  const manager = () => test().firm.as.manager!;
  const get = async <T>(path: string, role = 'manager') => (await test().firm.as[role]!.get(path).expect(200)).body as T;
  const client = (id: string) => get<ClientView>(`/api/clients/${id}`);
  const add = async (name: string, more: object = {}) =>
    (
      (
        await manager()
          .post('/api/clients')
          .send({ ...DUNMARRA, contact: undefined, name, ...more })
          .expect(201)
      ).body as { id: string }
    ).id;
  const addContact = async (clientId: string, contact: object) =>
    ((await manager().post(`/api/clients/${clientId}/contacts`).send(contact).expect(201)).body as { id: string }).id;
  const names = async () => (await get<ClientList>('/api/clients')).rows.map((row) => row.name);
  return { manager, get, client, add, addContact, names };
}
