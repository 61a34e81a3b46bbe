CREATE TABLE "price_lists" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"active" boolean NOT NULL,
	"list" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "catalogue_items" ADD COLUMN "revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "catalogue_items" ADD COLUMN "retired" boolean DEFAULT false NOT NULL;