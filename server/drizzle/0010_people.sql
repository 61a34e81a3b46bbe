CREATE TABLE "audit_lines" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"actor_id" text NOT NULL,
	"actor_name" text NOT NULL,
	"deed" text NOT NULL,
	"job_id" uuid,
	"subject" text DEFAULT '' NOT NULL,
	"times" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"account" text,
	"role" text NOT NULL,
	"password_hash" text NOT NULL,
	"must_choose_password" boolean NOT NULL,
	"second_factor_secret" text,
	"has_second_factor" boolean DEFAULT false NOT NULL,
	"second_factor_step" bigint DEFAULT 0 NOT NULL,
	"added_at" timestamp with time zone NOT NULL,
	CONSTRAINT "people_account_unique" UNIQUE("account")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"token_digest" text NOT NULL,
	"person_id" uuid NOT NULL,
	"begun_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"browser" text NOT NULL,
	CONSTRAINT "sessions_token_digest_unique" UNIQUE("token_digest")
);
--> statement-breakpoint
CREATE TABLE "sign_in_tries" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "shares" (
	"id" uuid PRIMARY KEY NOT NULL,
	"token_digest" text NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"option_id" text NOT NULL,
	"for_whom" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"made_by" text NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"opened" integer DEFAULT 0 NOT NULL,
	"opened_at" timestamp with time zone,
	CONSTRAINT "shares_token_digest_unique" UNIQUE("token_digest")
);
--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shares" ADD CONSTRAINT "shares_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_lines_job" ON "audit_lines" USING btree ("job_id","id");--> statement-breakpoint
CREATE INDEX "sessions_person" ON "sessions" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "shares_job" ON "shares" USING btree ("job_id");