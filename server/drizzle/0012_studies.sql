CREATE TABLE "studies" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"asked" jsonb NOT NULL,
	"asked_by" text NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"state" text NOT NULL,
	"progress" real DEFAULT 0 NOT NULL,
	"partial" jsonb,
	"beat_at" timestamp with time zone,
	"tries" integer DEFAULT 0 NOT NULL,
	"problem" text DEFAULT '' NOT NULL,
	"result" jsonb,
	"file" "bytea"
);
--> statement-breakpoint
ALTER TABLE "studies" ADD CONSTRAINT "studies_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "studies_job" ON "studies" USING btree ("job_id","asked_at");--> statement-breakpoint
CREATE INDEX "studies_state" ON "studies" USING btree ("state");