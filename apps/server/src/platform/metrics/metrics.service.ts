import { statfs } from 'node:fs/promises';
import { Inject, Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { Counter, Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client';
import { Clock } from '../clock';
import { Database, rows } from '../database';
import { EFFECT_TRIES } from '../events/tries';
import { SETTINGS, type Settings } from '../settings';

/** Steps of a duration in seconds: a request is quick or slow, a round of the background work takes longer. */
const OF_REQUESTS = [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];
const OF_DUTIES = [0.01, 0.05, 0.1, 0.5, 1, 5, 15, 60];

interface Standing {
  waiting: number;
  failed: number;
  oldest: number;
  files: number;
  fileBytes: number;
  wrongFiles: number;
  databaseBytes: number;
}

/**
 * Figures for whoever runs the application, in the form that Prometheus reads. They count and time; nothing in them names a
 * firm, a client or a person.
 */
@Injectable()
export class Metrics {
  private readonly registry = new Registry();
  private readonly requests: Histogram<'method' | 'route' | 'status'>;
  private readonly duties: Histogram<'duty' | 'outcome'>;
  private readonly effects: Counter<'kind' | 'outcome'>;
  private readonly standing: Record<keyof Standing, Gauge>;
  private readonly diskFree: Gauge;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    const registers = [this.registry];
    const gauge = (name: string, help: string) => new Gauge({ name, help, registers });
    this.requests = new Histogram({
      name: 'steady_request_seconds',
      help: 'How long requests took, by declared route',
      labelNames: ['method', 'route', 'status'],
      buckets: OF_REQUESTS,
      registers,
    });
    this.duties = new Histogram({
      name: 'steady_duty_seconds',
      help: 'How long duties of the background round took',
      labelNames: ['duty', 'outcome'],
      buckets: OF_DUTIES,
      registers,
    });
    this.effects = new Counter({
      name: 'steady_effects_total',
      help: 'Effects outside that were carried out or failed',
      labelNames: ['kind', 'outcome'],
      registers,
    });
    this.standing = {
      waiting: gauge('steady_outbox_waiting', 'Effects in the outbox that are due and not carried out'),
      failed: gauge('steady_outbox_failed', 'Effects in the outbox that are not tried again by themselves'),
      oldest: gauge('steady_outbox_oldest_seconds', 'Age of the oldest effect that is due'),
      files: gauge('steady_files', 'Files in the file store'),
      fileBytes: gauge('steady_files_bytes', 'Bytes of files in the file store'),
      wrongFiles: gauge('steady_files_wrong', 'Files that are missing or damaged'),
      databaseBytes: gauge('steady_database_bytes', 'Size of the database'),
    };
    this.diskFree = gauge('steady_disk_free_bytes', 'Bytes free where the data folder lies');
    if (settings.metricsToken !== null) collectDefaultMetrics({ register: this.registry });
  }

  /** Notes a request that has ended. @param seconds from its first byte to the end of the answer */
  request(method: string, route: string, status: number, seconds: number): void {
    this.requests.observe({ method, route, status: String(status) }, seconds);
  }

  /** Notes a duty of the background round. */
  duty(duty: string, good: boolean, seconds: number): void {
    this.duties.observe({ duty, outcome: good ? 'done' : 'failed' }, seconds);
  }

  /** Notes an effect outside that was carried out, or failed this time. */
  effect(kind: string, good: boolean): void {
    this.effects.inc({ kind, outcome: good ? 'done' : 'failed' });
  }

  /** All figures as text, with how outbox, files, database and disk stand now. */
  async text(): Promise<{ type: string; text: string }> {
    const now = await this.now();
    for (const [key, gauge] of Object.entries(this.standing)) gauge.set(now[key as keyof Standing]);
    const disk = await statfs(this.settings.dataFolder);
    this.diskFree.set(disk.bavail * disk.bsize);
    return { type: this.registry.contentType, text: await this.registry.metrics() };
  }

  private now(): Promise<Standing> {
    const now = this.clock.now().toString();
    return this.database.asOwner(async (tx) => {
      const [found] = await rows<Standing>(
        tx,
        sql`select (select count(*) from outbox where done_at is null and not_before <= ${now}::timestamptz)::int as waiting,
                   (select count(*) from outbox where done_at is null and attempts >= ${EFFECT_TRIES})::int as failed,
                   coalesce((select extract(epoch from ${now}::timestamptz - min(not_before)) from outbox where done_at is null and not_before <= ${now}::timestamptz), 0)::float8 as oldest,
                   (select count(*) from stored_files)::int as files,
                   (select coalesce(sum(bytes), 0) from stored_files)::float8 as "fileBytes",
                   (select count(*) from stored_files where wrong is not null)::int as "wrongFiles",
                   pg_database_size(current_database())::float8 as "databaseBytes"`,
      );
      return found!;
    });
  }
}
