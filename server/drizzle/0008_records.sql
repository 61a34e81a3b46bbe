CREATE TABLE "build_records" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"body" jsonb NOT NULL,
	"kept_at" timestamp with time zone NOT NULL,
	"kept_by" text NOT NULL,
	CONSTRAINT "build_records_id_unique" UNIQUE("id")
);
--> statement-breakpoint
CREATE TABLE "job_files" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"bytes" integer NOT NULL,
	"has_place" boolean NOT NULL,
	"digest" text NOT NULL,
	"picture" "bytea" NOT NULL,
	"thumbnail" "bytea" NOT NULL,
	"kept_at" timestamp with time zone NOT NULL,
	"kept_by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "build_records" ADD CONSTRAINT "build_records_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_files" ADD CONSTRAINT "job_files_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "build_records_of_job" ON "build_records" USING btree ("job_id","seq");--> statement-breakpoint
CREATE INDEX "job_files_of_job" ON "job_files" USING btree ("job_id");