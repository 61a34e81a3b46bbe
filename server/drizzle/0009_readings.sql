CREATE TABLE "reading_days" (
	"source" integer NOT NULL,
	"day" date NOT NULL,
	"figures" real[] NOT NULL,
	CONSTRAINT "reading_days_source_day_pk" PRIMARY KEY("source","day")
);
--> statement-breakpoint
CREATE TABLE "reading_hours" (
	"source" integer NOT NULL,
	"hour" timestamp with time zone NOT NULL,
	"figures" real[] NOT NULL,
	CONSTRAINT "reading_hours_source_hour_pk" PRIMARY KEY("source","hour")
);
--> statement-breakpoint
CREATE TABLE "reading_sources" (
	"row" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "reading_sources_row_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"clock_fast_min" integer DEFAULT 0 NOT NULL,
	"offset_min" integer NOT NULL,
	"step_ms" integer NOT NULL,
	"mapping" jsonb,
	"address" text,
	"topic" text,
	"account" text,
	"secret" text,
	"heard_at" timestamp with time zone,
	"trouble" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "reading_sources_id_unique" UNIQUE("id"),
	CONSTRAINT "reading_sources_named" UNIQUE("job_id","name")
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"source" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"soc" real,
	"battery_v" real,
	"battery_a" real,
	"battery_c" real,
	"pv_w" real,
	"pv_today_kwh" real,
	"load_w" real,
	"load_today_kwh" real,
	"generator_h" real,
	"sun_w" real,
	"air_c" real,
	"stage" smallint,
	CONSTRAINT "readings_source_at_pk" PRIMARY KEY("source","at")
);
--> statement-breakpoint
ALTER TABLE "reading_days" ADD CONSTRAINT "reading_days_source_reading_sources_row_fk" FOREIGN KEY ("source") REFERENCES "public"."reading_sources"("row") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_hours" ADD CONSTRAINT "reading_hours_source_reading_sources_row_fk" FOREIGN KEY ("source") REFERENCES "public"."reading_sources"("row") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_sources" ADD CONSTRAINT "reading_sources_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_source_reading_sources_row_fk" FOREIGN KEY ("source") REFERENCES "public"."reading_sources"("row") ON DELETE cascade ON UPDATE no action;