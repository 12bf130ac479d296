ALTER TABLE "jobs" ADD COLUMN "card" jsonb;--> statement-breakpoint
UPDATE "jobs" SET "card" = jsonb_strip_nulls(jsonb_build_object('name', "name", 'place', nullif("place", ''), 'timeZone', "time_zone", 'elevation', "elevation"));--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "card" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "standing" text DEFAULT 'open' NOT NULL;
