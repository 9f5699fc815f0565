import { randomUUID } from 'node:crypto';
import { createReadStream, mkdirSync } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable, Logger } from '@nestjs/common';
import { FileStore as PlainFiles } from '@tus/file-store';
import { Metadata, Server, type Upload as Arriving } from '@tus/server';
import type { Request, Response } from 'express';
import { Problem } from '../http/problem';
import { type Identity, type Known } from '../identity';
import { SETTINGS, type Settings } from '../settings';
import { type Work, Works } from '../work';
import { FileStore } from './file-store';
import { emptyFile, tooLarge } from './measuring';
import { tidyName } from './receive-upload';
import { type Upload, Uploads } from './uploads';

/** What is left half-way is thrown away after a day. */
const KEPT_FOR = 24 * 3_600_000;

/** Who sends: people of the firm, or people of clients from inside the portal. Each has destinations of its own. */
export type Sender = 'staff' | 'portal';
const PATHS: Record<Sender, string> = { staff: '/api/uploads', portal: '/api/portal/uploads' };

/** Where in a destination a file goes. */
interface Place {
  /** The id of what it is sent to. */
  of: string;
  folderId: string | null;
  /** The part of it, where it has several: the key of a question. */
  part: string;
}

/** Where an uploaded file may go: said by the area that takes it. */
interface Destination {
  /** Whether it may be sent there at all; asked before the first byte. @throws Problem */
  may(work: Work, to: Place): Promise<unknown>;
  /** Takes it into the books. @returns what is answered */
  record(work: Work, file: Upload, to: Place): Promise<object>;
}

interface Wanted {
  destination: Destination;
  place: Place;
  name: string;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Letters in the key of a question, at most. */
const MOST_PART = 100;
const gone = () => Problem.notFound('upload');
const senderOf = ({ actor }: Identity): Sender => (actor.kind === 'client' ? 'portal' : 'staff');
const whoIs = ({ firmId, actor }: Identity) => `${firmId} ${actor.kind} ${actor.id}`;

/**
 * Files that arrive in parts and go on after the line was lost (tus 1.0). The rights are asked before the first byte and again at the end; what
 * has arrived is a plain file until then, and is sealed when it is whole.
 */
@Injectable()
export class ResumedUploads {
  private readonly log = new Logger('Uploads');
  private readonly destinations: Record<Sender, Map<string, Destination>> = { staff: new Map(), portal: new Map() };
  private readonly folder: string;
  private readonly plain: PlainFiles;
  private readonly servers: Record<Sender, Server>;
  /** Those that are being sealed and recorded: whoever asks for the same meanwhile waits for it. */
  private readonly finishing = new Map<string, Promise<object>>();

  constructor(
    private readonly works: Works,
    private readonly store: FileStore,
    private readonly uploads: Uploads,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {
    this.folder = join(settings.dataFolder, 'uploads');
    mkdirSync(this.folder, { recursive: true, mode: 0o700 });
    this.plain = new PlainFiles({ directory: this.folder });
    this.servers = { staff: this.serverAt(PATHS.staff), portal: this.serverAt(PATHS.portal) };
  }

  private serverAt(path: string): Server {
    return new Server({
      path,
      relativeLocation: true,
      datastore: this.plain,
      namingFunction: () => randomUUID(),
      // What is too large is refused below, in our words.
      maxSize: 0,
      allowedOrigins: [],
      onUploadCreate: (request, upload) => Promise.resolve({ metadata: { ...upload.metadata, by: whoIs(identityOf(request)) } }),
      onUploadFinish: (request, upload) => this.answered(request, upload),
    });
  }

  /** @param to as it stands in the metadata */
  register(sender: Sender, to: string, destination: Destination): void {
    this.destinations[sender].set(to, destination);
  }

  /**
   * Answers one request of the protocol, at the address of whoever sends.
   * @throws Problem for what may not be sent, and for an upload that is not there for whoever asks
   */
  async handle(request: Request & Known, response: Response): Promise<void> {
    const identity = request.identity!;
    if (request.method === 'GET') throw gone();
    if (request.method === 'POST') await this.mayBegin(identity, request);
    else {
      const upload = await this.theirs(identity, request.path.split('/').pop()!);
      // All has arrived, and its answer was lost or it could not be recorded: it is done now.
      if (request.method === 'HEAD' && upload.offset === upload.size) {
        await this.finish(identity, upload);
        response.set({ 'Tus-Resumable': '1.0.0', 'Upload-Offset': String(upload.offset), 'Upload-Length': String(upload.size), 'Cache-Control': 'no-store' });
        response.status(200).end();
        return;
      }
    }
    await this.servers[senderOf(identity)].handle(request, response);
  }

  /** Throws away what was left half-way. */
  async clear(): Promise<void> {
    let count = 0;
    for (const name of await readdir(this.folder)) {
      const found = await stat(join(this.folder, name)).catch(() => null);
      if (!found || Date.now() - found.mtimeMs < KEPT_FOR) continue;
      await rm(join(this.folder, name), { force: true });
      count += 1;
    }
    if (count > 0) this.log.log(`Threw away ${count} files of uploads that were left half-way.`);
  }

  private wanted(sender: Sender, metadata: Arriving['metadata']): Wanted {
    const { to, of, folder, part, name } = metadata ?? {};
    const destination = this.destinations[sender].get(to ?? '');
    if (!destination || !of || !UUID.test(of) || (folder && !UUID.test(folder)) || (part ?? '').length > MOST_PART) throw gone();
    const tidy = tidyName(name ?? '');
    if (!tidy) throw Problem.badFile('This file has a name that cannot be kept. Rename it and send it again.');
    return { destination, place: { of, folderId: folder || null, part: part ?? '' }, name: tidy };
  }

  private async mayBegin(identity: Identity, request: Request): Promise<void> {
    const size = Number(request.get('Upload-Length') ?? NaN);
    const { destination, place } = this.wanted(senderOf(identity), metadataIn(request.get('Upload-Metadata')));
    if (!Number.isInteger(size) || size < 0) throw Problem.of(411, 'size-wanted', 'Not kept', 'Say how large the file is.');
    if (size === 0) throw emptyFile();
    if (size > this.settings.uploadLimit) throw tooLarge(this.settings.uploadLimit);
    await this.works.run(identity, (work) => destination.may(work, place));
  }

  /** An upload is there for whoever began it alone. */
  private async theirs(identity: Identity, id: string): Promise<Arriving> {
    const upload = UUID.test(id) ? await this.plain.getUpload(id).catch(() => null) : null;
    if (upload?.metadata?.by !== whoIs(identity)) throw gone();
    return upload;
  }

  /** What is answered to the last part. */
  private async answered(request: object, upload: Arriving): Promise<{ status_code: number; headers: Record<string, string>; body: string }> {
    try {
      // What came whole with the request that began it was made by it.
      return {
        status_code: methodOf(request) === 'POST' ? 201 : 200,
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(await this.finish(identityOf(request), upload)),
      };
    } catch (error) {
      if (!(error instanceof Problem)) this.log.error(error);
      const problem = error instanceof Problem ? error : Problem.of(500, 'upload-failed', 'Not kept', 'The file arrived and could not be kept. Try again.');
      return { status_code: problem.status, headers: { 'Content-Type': 'application/problem+json' }, body: JSON.stringify(problem.view()) };
    }
  }

  private finish(identity: Identity, upload: Arriving): Promise<object> {
    const going = this.finishing.get(upload.id);
    if (going) return going;
    const finishing = this.sealAndRecord(identity, upload).finally(() => this.finishing.delete(upload.id));
    this.finishing.set(upload.id, finishing);
    return finishing;
  }

  private async sealAndRecord(identity: Identity, { id, metadata }: Arriving): Promise<object> {
    const { destination, place, name } = this.wanted(senderOf(identity), metadata);
    try {
      const firm = await this.works.run(identity, (work) => Promise.resolve(work.firm), { readOnly: true });
      const file = await this.store.keep(firm, createReadStream(join(this.folder, id)));
      const answer = await this.uploads.recorded(identity, file, (work) => destination.record(work, { ...file, name }, place));
      await this.plain.remove(id);
      return answer;
    } catch (error) {
      // What is refused is not tried again; what failed for another reason is, when the browser asks.
      if (error instanceof Problem && error.status < 500) await this.plain.remove(id).catch(() => undefined);
      throw error;
    }
  }
}

function metadataIn(header: string | undefined): Arriving['metadata'] {
  try {
    return Metadata.parse(header ?? '');
  } catch {
    throw gone();
  }
}

interface OfNode {
  runtime?: { node?: { req?: Request & Known } };
}

/** Who sends: known from the request that came in. */
const identityOf = (request: object): Identity => (request as OfNode).runtime!.node!.req!.identity!;
const methodOf = (request: object): string => (request as OfNode).runtime!.node!.req!.method;
