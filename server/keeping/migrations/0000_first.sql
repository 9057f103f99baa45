CREATE TABLE "facts" (
	"key" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "own_items" (
	"id" text PRIMARY KEY NOT NULL,
	"item" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "projects" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"registration" text NOT NULL,
	"model" text NOT NULL,
	"version" integer NOT NULL,
	"document" "bytea" NOT NULL,
	"history" "bytea" NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	"kept_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "versions" (
	"project" text NOT NULL,
	"version" integer NOT NULL,
	"title" text NOT NULL,
	"document" "bytea" NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	CONSTRAINT "versions_project_version_pk" PRIMARY KEY("project","version")
);
