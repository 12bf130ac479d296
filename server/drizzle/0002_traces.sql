CREATE TABLE "trace_chunks" (
	"company_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"trace_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"count" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "trace_chunks_company_id_unit_id_trace_id_number_pk" PRIMARY KEY("company_id","unit_id","trace_id","number")
);
--> statement-breakpoint
ALTER TABLE "trace_chunks" ADD CONSTRAINT "trace_chunks_company_id_unit_id_unit_state_company_id_unit_id_fk" FOREIGN KEY ("company_id","unit_id") REFERENCES "public"."unit_state"("company_id","unit_id") ON DELETE no action ON UPDATE no action;