CREATE TABLE "catalogue_items" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"item" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job_revisions" (
	"job_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"document" jsonb NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	CONSTRAINT "job_revisions_job_id_revision_pk" PRIMARY KEY("job_id","revision")
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"revision" integer NOT NULL,
	"document" jsonb NOT NULL,
	"summary" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"binned_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "job_revisions" ADD CONSTRAINT "job_revisions_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "jobs_updated_at" ON "jobs" USING btree ("updated_at");