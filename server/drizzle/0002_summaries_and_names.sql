ALTER TABLE "jobs" ALTER COLUMN "summary" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "catalogue_items" ADD COLUMN "changed_by" text;--> statement-breakpoint
ALTER TABLE "job_revisions" ADD COLUMN "saved_by" text DEFAULT 'this-machine' NOT NULL;--> statement-breakpoint
ALTER TABLE "job_revisions" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "summary_mark" text;--> statement-breakpoint
ALTER TABLE "price_lists" ADD COLUMN "changed_by" text;