ALTER TABLE "book_entries" ADD COLUMN "previous_hash" text;--> statement-breakpoint
ALTER TABLE "book_entries" ADD COLUMN "hash" text;