CREATE TABLE "outbox" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sealed" text NOT NULL,
	"attempts" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone DEFAULT now() NOT NULL,
	"until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "resets_asked" (
	"id" uuid PRIMARY KEY NOT NULL,
	"login" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "mails" ADD COLUMN "state" text DEFAULT 'sent' NOT NULL;--> statement-breakpoint
ALTER TABLE "mails" ADD COLUMN "problem" text;--> statement-breakpoint
CREATE INDEX "outbox_next" ON "outbox" USING btree ("next_at");