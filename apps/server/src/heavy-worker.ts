/** The thread for what is heavy: who carries out each kind of it. */
import { laidOut, textInside } from './areas/documents/read-inside';
import { LayOut, TakeText } from './areas/documents/tasks';
import { invoicePdf } from './areas/fees/invoice-pdf';
import { DrawInvoice } from './areas/fees/draw-invoice';
import { planned, sorted } from './areas/imports/plan';
import { readTable } from './areas/imports/read-file';
import { PlanImport, ReadTable, SortRows } from './areas/imports/tasks';
import { packetsPdf, slipPdf } from './areas/papers/draw-papers';
import { DrawPackets, DrawSlip } from './areas/papers/tasks';
import { questionnairePdf } from './areas/questionnaires/draw-questionnaire';
import { DrawQuestionnaire } from './areas/questionnaires/tasks';
import { pdfLooked, stampedCopy } from './areas/signatures/stamp-copy';
import { LookAtPdf, StampCopy } from './areas/signatures/tasks';
import { carriesOut, takeOrders } from './platform/heavy/carry-out';

carriesOut(ReadTable, readTable);
carriesOut(SortRows, sorted);
carriesOut(PlanImport, planned);
carriesOut(DrawInvoice, ({ text, at }) => invoicePdf(text, new Date(at)));
carriesOut(DrawPackets, ({ packets, at }) => packetsPdf(packets, new Date(at)));
carriesOut(DrawSlip, ({ slip, at }) => slipPdf(slip, new Date(at)));
carriesOut(DrawQuestionnaire, ({ text, at }) => questionnairePdf(text, new Date(at)));
carriesOut(LayOut, laidOut);
carriesOut(TakeText, textInside);
carriesOut(StampCopy, stampedCopy);
carriesOut(LookAtPdf, pdfLooked);
takeOrders();
