import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type TestApp, clientWithVat, jobOf, key, startTestApp } from './support';

const TOKEN = 'a-token-for-whoever-looks-after-it';
let test: TestApp;
beforeAll(async () => {
  test = await startTestApp({ metricsToken: TOKEN });
});
afterAll(() => test.close());

const asked = (token?: string) => {
  const to = request(test.app.getHttpServer()).get('/metrics');
  return token === undefined ? to : to.set('Authorization', `Bearer ${token}`);
};
/** The value of a figure, by its name and labels as they are written. */
const figure = (text: string, name: string) => Number(new RegExp(`^${name.replace(/[{}()|[\]\\.*+?^$]/g, '\\$&')} (\\S+)$`, 'm').exec(text)?.[1]);

describe('figures for whoever runs the application', () => {
  it('are shown to whoever has the token, and to nobody else', async () => {
    await asked().expect(401);
    await asked('another').expect(401);
    expect((await asked(TOKEN).expect(200)).headers['content-type']).toContain('text/plain');
  });

  it('count requests by declared route, duties of the round and effects outside, and name nobody', async () => {
    const clientId = await clientWithVat(test);
    await test.tick();
    const jobId = await jobOf(test, clientId);
    await test.firm.as
      .manager!.post(`/api/jobs/${jobId}/requests`)
      .set(key())
      .send({ title: 'Records', dueOn: '2026-03-20', items: [{ name: 'Bank' }] })
      .expect(201);
    await test.drain();
    await test.firm.as.manager!.get('/api/clients/no-id').expect(404);
    const { text } = await asked(TOKEN).expect(200);
    expect(figure(text, 'steady_request_seconds_count{method="POST",route="/api/jobs/:id/requests",status="201"}')).toBe(1);
    expect(figure(text, 'steady_request_seconds_count{method="GET",route="/api/clients/:id",status="404"}')).toBe(1);
    expect(figure(text, 'steady_duty_seconds_count{duty="jobs at their lead time",outcome="done"}')).toBeGreaterThanOrEqual(2);
    expect(figure(text, 'steady_effects_total{kind="deliver message",outcome="done"}')).toBe(1);
    expect([figure(text, 'steady_outbox_waiting'), figure(text, 'steady_outbox_failed')]).toEqual([0, 0]);
    expect(figure(text, 'steady_database_bytes')).toBeGreaterThan(1e6);
    expect(figure(text, 'steady_disk_free_bytes')).toBeGreaterThan(0);
    expect(text).not.toMatch(/Dunmarra|Marram|manager|[0-9a-f]{8}-[0-9a-f]{4}-/);
  });
});

describe('without a token', () => {
  it('there are none', async () => {
    const plain = await startTestApp();
    const { text } = await request(plain.app.getHttpServer()).get('/metrics');
    expect(text).not.toContain('steady_');
    await plain.close();
  });
});
