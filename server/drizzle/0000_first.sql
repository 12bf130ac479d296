CREATE TABLE "companies" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"company_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"place" text NOT NULL,
	"elevation" jsonb NOT NULL,
	CONSTRAINT "jobs_company_id_id_pk" PRIMARY KEY("company_id","id")
);
--> statement-breakpoint
CREATE TABLE "log_entries" (
	"company_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"entry_id" uuid NOT NULL,
	"entry" jsonb NOT NULL,
	"author_id" uuid NOT NULL,
	"author_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"received_at" text NOT NULL,
	"previous_hash" text NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "log_entries_company_id_unit_id_seq_pk" PRIMARY KEY("company_id","unit_id","seq")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"sid" varchar PRIMARY KEY NOT NULL,
	"sess" json NOT NULL,
	"expire" timestamp (6) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "unit_state" (
	"company_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"last_seq" integer NOT NULL,
	"last_hash" text NOT NULL,
	"record" jsonb NOT NULL,
	"summary" jsonb NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "unit_state_company_id_unit_id_pk" PRIMARY KEY("company_id","unit_id")
);
--> statement-breakpoint
CREATE TABLE "users" (
	"company_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"login" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"password_hash" text NOT NULL,
	CONSTRAINT "users_company_id_id_pk" PRIMARY KEY("company_id","id")
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "log_entries" ADD CONSTRAINT "log_entries_company_id_unit_id_unit_state_company_id_unit_id_fk" FOREIGN KEY ("company_id","unit_id") REFERENCES "public"."unit_state"("company_id","unit_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_state" ADD CONSTRAINT "unit_state_company_id_job_id_jobs_company_id_id_fk" FOREIGN KEY ("company_id","job_id") REFERENCES "public"."jobs"("company_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "users" ADD CONSTRAINT "users_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "log_entries_entry" ON "log_entries" USING btree ("company_id","unit_id","entry_id");--> statement-breakpoint
CREATE INDEX "session_expire" ON "session" USING btree ("expire");--> statement-breakpoint
CREATE INDEX "unit_state_job" ON "unit_state" USING btree ("company_id","job_id");--> statement-breakpoint
CREATE UNIQUE INDEX "users_login" ON "users" USING btree ("login");