CREATE TABLE "policy_reports" (
	"day" date NOT NULL,
	"directive" text NOT NULL,
	"source" text NOT NULL,
	"count" integer NOT NULL,
	CONSTRAINT "policy_reports_day_directive_source_pk" PRIMARY KEY("day","directive","source")
);
