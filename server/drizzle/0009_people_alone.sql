INSERT INTO "people" ("id", "login", "name", "password_hash", "last_company_id")
  SELECT "id", "login", "name", "password_hash", "company_id" FROM "users";--> statement-breakpoint
INSERT INTO "memberships" ("company_id", "user_id", "role")
  SELECT "company_id", "id", CASE "role" WHEN 'lead' THEN 'lead' ELSE 'installer' END FROM "users";--> statement-breakpoint
DROP TABLE "users" CASCADE;