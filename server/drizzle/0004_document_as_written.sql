-- A PostgreSQL built without LZ4 keeps its own compression: slower to write, nothing else.
DO $$ BEGIN
  ALTER TABLE "job_revisions" ALTER COLUMN "document" SET COMPRESSION lz4;
EXCEPTION WHEN feature_not_supported THEN NULL;
END $$;--> statement-breakpoint
ALTER TABLE "job_revisions" ALTER COLUMN "document" SET DATA TYPE json;
