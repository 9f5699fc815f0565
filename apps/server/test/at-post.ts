import { beforeEach } from 'vitest';
import { Temporal } from '@steady/core/calendar';
import type { Procedure } from '@steady/core/procedures';
import type { SentMessage, WriteMessage } from '@steady/contract/post';
import type { SendingRules } from '@steady/contract/sending';
import { atWork } from './at-work';
import { type TestApp, ZONE, key } from './support';

/** A moment on the clock of the firm. */
export const at = (local: string) => Temporal.PlainDateTime.from(local).toZonedDateTime(ZONE).toInstant();

/** What tests of the plan of messages do: before each, a client with one contact on Wed 11 Mar at ten, of a firm that sends two a day, from eight to six, several as one. */
export function atPost(test: () => TestApp) {
  const { manager, client, begun } = atWork(test);
  /** Whoever looks after the firm. */
  const admin = () => test().firm.as.administrator!;
  const write = async (clientId: string, subject: string, more: Partial<WriteMessage> = {}) =>
    manager()
      .post('/api/messages')
      .set(key())
      .send({ clientId, subject, body: `About ${subject}.`, ...more })
      .expect(201);
  const messages = async (clientId: string) => (await manager().get(`/api/messages?client=${clientId}`).expect(200)).body as SentMessage[];
  /** Where each message stands: "subject status" or "subject goes out at". */
  const standing = async (clientId: string) =>
    (await messages(clientId))
      .map(
        ({ subject, status, goesOutAt }) =>
          `${subject} ${goesOutAt ? Temporal.Instant.from(new Date(goesOutAt).toISOString()).toZonedDateTimeISO(ZONE).toPlainDateTime().toString({ smallestUnit: 'minute' }) : status}`,
      )
      .sort();
  const received = async (about: string) => {
    await test().drain();
    return (await test().letters()).filter(({ body }) => body.includes(about));
  };
  const rules = async (more: Partial<SendingRules> = {}) => {
    const { body } = await admin().get('/api/firm/sending').expect(200);
    await admin()
      .put('/api/firm/sending')
      .send({ ...(body as SendingRules), perDay: 2, from: '08:00', until: '18:00', together: true, ...more })
      .expect(204);
  };
  /** A message kept under a name of its own. @returns its id */
  const kept = async (subject: string, text: string) => {
    const words = { name: `Kept ${of.count}`, subject, body: text };
    return ((await manager().post('/api/message-templates').set(key()).send(words).expect(201)).body as { id: string }).id;
  };
  const of = { clientId: '', count: 0 };
  beforeEach(async () => {
    test().clock.set(at('2026-03-11T10:00'));
    await rules();
    of.count += 1;
    of.clientId = await client({ name: `Curlew ${of.count} Ltd`, contact: { name: `Cara ${of.count}`, email: `cara${of.count}@curlew.example` } });
  });
  return { manager, admin, client, begun, write, messages, standing, received, rules, kept, of };
}

/** A procedure that writes a kept message when its second phase is entered. @param before how many tasks it adds first */
export const writing = (templateId: string, before = 0): Procedure => ({
  phases: [
    { key: 'one', name: 'One', tasks: [{ key: 'a', name: 'Enter', role: 'preparer', estimate: 30 }] },
    {
      key: 'two',
      name: 'Two',
      tasks: [{ key: 'b', name: 'File', role: 'preparer', estimate: 10 }],
      onEntry: [
        ...Array.from({ length: before }, (_, place) => ({
          key: `t${place}`,
          does: 'task' as const,
          task: { key: `t${place}`, name: `Ring ${place}`, role: 'preparer' as const, estimate: 5 },
        })),
        { key: 'm', does: 'message', templateId },
      ],
    },
  ],
});
