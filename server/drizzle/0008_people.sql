CREATE TABLE "audit" (
	"company_id" uuid NOT NULL,
	"seq" bigint GENERATED ALWAYS AS IDENTITY (sequence name "audit_seq_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"by" text NOT NULL,
	"what" text NOT NULL,
	"about" text NOT NULL,
	CONSTRAINT "audit_company_id_seq_pk" PRIMARY KEY("company_id","seq")
);
--> statement-breakpoint
CREATE TABLE "held" (
	"company_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"user_id" uuid NOT NULL,
	"by" text NOT NULL,
	"unit_id" uuid,
	"entries" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"decided_at" timestamp with time zone,
	CONSTRAINT "held_company_id_id_pk" PRIMARY KEY("company_id","id")
);
--> statement-breakpoint
CREATE TABLE "invitations" (
	"company_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"login" text NOT NULL,
	"role" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"until" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "invitations_company_id_id_pk" PRIMARY KEY("company_id","id")
);
--> statement-breakpoint
CREATE TABLE "mails" (
	"company_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "mails_company_id_id_pk" PRIMARY KEY("company_id","id")
);
--> statement-breakpoint
CREATE TABLE "memberships" (
	"company_id" uuid NOT NULL,
	"user_id" uuid NOT NULL,
	"role" text NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "memberships_company_id_user_id_pk" PRIMARY KEY("company_id","user_id")
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"login" text NOT NULL,
	"name" text NOT NULL,
	"password_hash" text NOT NULL,
	"second_factor" text,
	"second_factor_next" text,
	"second_factor_step" bigint DEFAULT 0 NOT NULL,
	"recovery_codes" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"last_company_id" uuid
);
--> statement-breakpoint
CREATE TABLE "resets" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"until" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "set_up" (
	"id" integer PRIMARY KEY NOT NULL,
	"code_hash" text NOT NULL,
	"wrong" integer DEFAULT 0 NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "companies" ADD COLUMN "card" jsonb;--> statement-breakpoint
ALTER TABLE "companies" ADD COLUMN "rights" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "held" ADD CONSTRAINT "held_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mails" ADD CONSTRAINT "mails_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "memberships" ADD CONSTRAINT "memberships_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "memberships" ADD CONSTRAINT "memberships_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "resets" ADD CONSTRAINT "resets_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "invitations_token" ON "invitations" USING btree ("token_hash");--> statement-breakpoint
CREATE INDEX "mails_time" ON "mails" USING btree ("company_id","at");--> statement-breakpoint
CREATE INDEX "memberships_user" ON "memberships" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "people_login" ON "people" USING btree ("login");--> statement-breakpoint
CREATE INDEX "resets_user" ON "resets" USING btree ("user_id");