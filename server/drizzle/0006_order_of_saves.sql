CREATE SEQUENCE "jobs_touched" AS bigint;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "touched" bigint;--> statement-breakpoint
UPDATE "jobs" SET "touched" = ordered.n FROM (SELECT "id", row_number() OVER (ORDER BY "updated_at", "id") AS n FROM "jobs") AS ordered WHERE ordered."id" = "jobs"."id";--> statement-breakpoint
SELECT setval('jobs_touched', (SELECT count(*) + 1 FROM "jobs"));--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "touched" SET DEFAULT nextval('jobs_touched');--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "touched" SET NOT NULL;--> statement-breakpoint
DROP INDEX "jobs_updated_at";--> statement-breakpoint
ALTER TABLE "job_revisions" ALTER COLUMN "document" SET DATA TYPE text USING "document"::text;--> statement-breakpoint
DO $$ BEGIN
  ALTER TABLE "job_revisions" ALTER COLUMN "document" SET COMPRESSION lz4;
EXCEPTION WHEN feature_not_supported THEN NULL;
END $$;
