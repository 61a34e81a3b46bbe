CREATE TABLE "job_format" (
	"name" text PRIMARY KEY NOT NULL,
	"version" integer NOT NULL
);
