import { Controller, Inject, Req } from '@nestjs/common';
import type { Request } from 'express';
import type { BackupView, BackupsView } from '@steady/contract/backups';
import * as routes from '@steady/contract/backups.routes';
import { Events, eventKind } from '../events';
import { Problem } from '../http/problem';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../http/routes';
import type { Known } from '../identity';
import { SETTINGS, type Settings } from '../settings';
import { Works } from '../work';
import { Backups } from './backups';

const BackupMade = eventKind<{ name: string }>('backup made', 'backups');

@Controller()
export class BackupsController {
  constructor(
    private readonly backups: Backups,
    private readonly works: Works,
    private readonly events: Events,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Does(routes.list)
  async list(_asked: Asked<typeof routes.list>): Promise<BackupsView> {
    return { folder: this.backups.folder, ours: this.settings.databaseUrl === null, backups: await this.backups.list() };
  }

  @DoesOutside(routes.make)
  async make(_asked: AskedOutside<typeof routes.make>, @Req() request: Request & Known): Promise<BackupView> {
    const made = await this.backups.make();
    if (made === null)
      throw Problem.refused('backed-up-elsewhere', 'The database is on a server, which has backups of its own. Copy the folder of the files beside them.');
    await this.works.run(request.identity!, (work) =>
      this.events.record(work, BackupMade, { what: `made the backup ${made.name}`, payload: { name: made.name } }),
    );
    return made;
  }
}
