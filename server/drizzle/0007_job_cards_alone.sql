ALTER TABLE "jobs" DROP COLUMN "place";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "elevation";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "time_zone";