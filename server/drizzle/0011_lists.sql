CREATE UNLOGGED TABLE "presence" (
	"job_id" uuid NOT NULL,
	"page_id" text NOT NULL,
	"person_id" text NOT NULL,
	"name" text NOT NULL,
	"is_editing" boolean NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "presence_job_id_page_id_pk" PRIMARY KEY("job_id","page_id")
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "folder" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "due_day" date;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "search" text GENERATED ALWAYS AS (lower(name || ' ' || coalesce(summary->>'place', '') || ' ' || coalesce(summary->>'customer', '') || ' ' || folder)) STORED NOT NULL;--> statement-breakpoint
CREATE INDEX "jobs_newest" ON "jobs" USING btree ("touched","id");