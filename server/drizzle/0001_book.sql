CREATE TABLE "book_entries" (
	"company_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"entry_id" uuid NOT NULL,
	"entry" jsonb NOT NULL,
	"author_id" uuid NOT NULL,
	"author_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "book_entries_company_id_seq_pk" PRIMARY KEY("company_id","seq")
);
--> statement-breakpoint
ALTER TABLE "book_entries" ADD CONSTRAINT "book_entries_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "book_entries_entry" ON "book_entries" USING btree ("company_id","entry_id");