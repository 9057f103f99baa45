CREATE TABLE "deleted" (
	"id" text PRIMARY KEY NOT NULL,
	"version" integer NOT NULL,
	"document" "bytea" NOT NULL,
	"history" "bytea" NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone NOT NULL
);
