ALTER TABLE "payments" DROP CONSTRAINT "payments_firm_id_reference_unique";--> statement-breakpoint
ALTER TABLE "payments" ADD COLUMN "by" text;--> statement-breakpoint
ALTER TABLE "payments" ADD COLUMN "takes_back" uuid;--> statement-breakpoint
CREATE INDEX "payments_firm_id_reference_index" ON "payments" USING btree ("firm_id","reference");--> statement-breakpoint
ALTER TABLE "payments" ADD CONSTRAINT "payments_takes_back_unique" UNIQUE("takes_back");