CREATE TABLE "cylinder_movements" (
	"company_id" uuid NOT NULL,
	"cylinder_id" uuid NOT NULL,
	"entry_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"kg" double precision NOT NULL,
	"delta_kg" double precision NOT NULL,
	"uncertainty_kg" double precision NOT NULL,
	"refrigerant" text,
	"before_kg" double precision,
	"after_kg" double precision,
	"unit_id" uuid,
	"job_id" uuid,
	"by" text NOT NULL,
	"note" text,
	CONSTRAINT "cylinder_movements_company_id_cylinder_id_entry_id_pk" PRIMARY KEY("company_id","cylinder_id","entry_id")
);
--> statement-breakpoint
CREATE TABLE "cylinders" (
	"company_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"cylinder" jsonb NOT NULL,
	"net_kg" double precision DEFAULT 0 NOT NULL,
	"uncertainty_kg" double precision DEFAULT 0 NOT NULL,
	"holds" text,
	"findings" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"movements" integer DEFAULT 0 NOT NULL,
	"last_at" timestamp with time zone,
	CONSTRAINT "cylinders_company_id_id_pk" PRIMARY KEY("company_id","id")
);
--> statement-breakpoint
ALTER TABLE "cylinder_movements" ADD CONSTRAINT "cylinder_movements_company_id_cylinder_id_cylinders_company_id_id_fk" FOREIGN KEY ("company_id","cylinder_id") REFERENCES "public"."cylinders"("company_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cylinders" ADD CONSTRAINT "cylinders_company_id_companies_id_fk" FOREIGN KEY ("company_id") REFERENCES "public"."companies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "cylinder_movements_time" ON "cylinder_movements" USING btree ("company_id","cylinder_id","at");--> statement-breakpoint
CREATE INDEX "cylinder_movements_unit" ON "cylinder_movements" USING btree ("company_id","unit_id");