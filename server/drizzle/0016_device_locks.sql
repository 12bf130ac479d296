CREATE TABLE "device_locks" (
	"user_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"sealed" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "device_locks_user_id_id_pk" PRIMARY KEY("user_id","id")
);
--> statement-breakpoint
ALTER TABLE "device_locks" ADD CONSTRAINT "device_locks_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;