import { Controller } from '@nestjs/common';
import {
  ChangeFolder,
  ChangeFolderTemplate,
  type FolderTemplateView,
  type FoldersOfClient,
  KeepFolder,
  KeepFolderTemplate,
  OrderFolders,
} from '@steady/contract/documents';
import * as routes from '@steady/contract/folders.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { FoldersService } from './folders.service';

/** The firm's folders, and those of each client. */
@Controller()
export class FoldersController {
  constructor(private readonly folders: FoldersService) {}

  @Does(routes.templates)
  templates({ work }: Asked<typeof routes.templates>): Promise<FolderTemplateView[]> {
    return this.folders.list(work);
  }

  @Does(routes.useReadyMade)
  useReadyMade({ work }: Asked<typeof routes.useReadyMade>): Promise<void> {
    return this.folders.useReadyMade(work);
  }

  @Does(routes.order, { input: OrderFolders })
  order({ work, input: { ids } }: Asked<typeof routes.order>): Promise<void> {
    return this.folders.order(work, ids);
  }

  @Does(routes.add, { input: KeepFolderTemplate })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.folders.addTemplate(work, input) };
  }

  @Does(routes.change, { input: ChangeFolderTemplate })
  change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.folders.changeTemplate(work, id, input);
  }

  @Does(routes.retire)
  retire({ work, at: { id } }: Asked<typeof routes.retire>): Promise<void> {
    return this.folders.retire(work, id);
  }

  @Does(routes.ofClient)
  ofClient({ work, at: { id } }: Asked<typeof routes.ofClient>): Promise<FoldersOfClient> {
    return this.folders.ofClient(work, id);
  }

  @Does(routes.addToClient, { input: KeepFolder })
  async addToClient({ work, at: { id }, input }: Asked<typeof routes.addToClient>): Promise<{ id: string }> {
    return { id: await this.folders.addToClient(work, id, input) };
  }

  @Does(routes.changeOfClient, { input: ChangeFolder })
  changeOfClient({ work, at: { id, folder }, input }: Asked<typeof routes.changeOfClient>): Promise<void> {
    return this.folders.changeOfClient(work, id, folder, input);
  }
}
