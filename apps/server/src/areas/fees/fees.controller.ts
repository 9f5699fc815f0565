import { Body, Controller, Delete, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import {
  ApproveSettlement,
  type BillPreview,
  CancelBill,
  DraftBill,
  type InvoiceRow,
  type SettlementPreview,
  Versioned,
  type WipRow,
} from '@steady/contract/fees';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, Once, type Work } from '../../platform/work';
import { FeeQueries } from './fees.queries';
import { FeesService } from './fees.service';
import { SettlementService } from './settlement.service';

const id = (value?: string) => (value ? new IdPipe().transform(value) : undefined);

@Controller('api')
export class FeesController {
  constructor(
    private readonly fees: FeesService,
    private readonly settlements: SettlementService,
    private readonly queries: FeeQueries,
  ) {}

  @Get('wip')
  @Needs('see fees')
  wip(@InWork() work: Work): Promise<WipRow[]> {
    return this.queries.wip(work);
  }

  @Get('invoices')
  @Needs('see fees')
  invoices(
    @InWork() work: Work,
    @Query('status') status?: string,
    @Query('client') clientId?: string,
    @Query('job') jobId?: string,
    @Query('before') before?: string,
  ): Promise<{ rows: InvoiceRow[]; more: boolean }> {
    return this.queries.invoices(work, { status, clientId: id(clientId), jobId: id(jobId), before: id(before) });
  }

  @Get('invoices/:id')
  @Needs('see fees')
  invoice(@InWork() work: Work, @Param('id', IdPipe) invoiceId: string): Promise<BillPreview> {
    return this.queries.billPreview(work, invoiceId);
  }

  @Post('jobs/:id/bills')
  @Needs('bill')
  @Once()
  async draft(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: DraftBill): Promise<{ id: string }> {
    return { id: await this.fees.draft(work, jobId, input) };
  }

  @Delete('invoices/:id')
  @HttpCode(204)
  @Needs('bill')
  discard(@InWork() work: Work, @Param('id', IdPipe) invoiceId: string): Promise<void> {
    return this.fees.discard(work, invoiceId);
  }

  @Post('invoices/:id/approve')
  @HttpCode(204)
  @Needs('bill')
  @Once()
  approve(@InWork() work: Work, @Param('id', IdPipe) invoiceId: string, @Body() input: Versioned): Promise<void> {
    return this.fees.approve(work, invoiceId, input.version);
  }

  @Post('invoices/:id/cancel')
  @HttpCode(204)
  @Needs('bill')
  @Once()
  cancel(@InWork() work: Work, @Param('id', IdPipe) invoiceId: string, @Body() input: CancelBill): Promise<void> {
    return this.fees.cancel(work, invoiceId, input);
  }

  @Get('jobs/:id/settlement')
  @Needs('see fees')
  settlement(@InWork() work: Work, @Param('id', IdPipe) jobId: string): Promise<SettlementPreview> {
    return this.queries.settlementPreview(work, jobId);
  }

  @Post('jobs/:id/settlements')
  @Needs('bill')
  @Once()
  async settle(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: ApproveSettlement): Promise<{ id: string }> {
    return { id: await this.settlements.approve(work, jobId, input.balance) };
  }

  @Post('settlements/:id/reverse')
  @HttpCode(204)
  @Needs('bill')
  @Once()
  reverse(@InWork() work: Work, @Param('id', IdPipe) settlementId: string): Promise<void> {
    return this.settlements.reverse(work, settlementId);
  }
}
