CREATE TABLE "operations" (
	"project" text NOT NULL,
	"version" integer NOT NULL,
	"save" text NOT NULL,
	"steps" jsonb NOT NULL,
	"saved_at" timestamp with time zone NOT NULL,
	CONSTRAINT "operations_project_version_pk" PRIMARY KEY("project","version")
);
--> statement-breakpoint
CREATE UNIQUE INDEX "operations_save" ON "operations" USING btree ("project","save");--> statement-breakpoint
ALTER TABLE "projects" RENAME COLUMN "document" TO "packed_document";--> statement-breakpoint
ALTER TABLE "projects" RENAME COLUMN "history" TO "packed_history";--> statement-breakpoint
ALTER TABLE "projects" ADD COLUMN "document" jsonb;--> statement-breakpoint
ALTER TABLE "projects" ADD COLUMN "history" jsonb;--> statement-breakpoint
ALTER TABLE "projects" ADD COLUMN "document_version" integer;--> statement-breakpoint
ALTER TABLE "projects" ALTER COLUMN "packed_document" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "projects" ALTER COLUMN "packed_history" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "versions" RENAME COLUMN "document" TO "packed_document";--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "document" jsonb;--> statement-breakpoint
ALTER TABLE "versions" ALTER COLUMN "packed_document" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "deleted" RENAME COLUMN "document" TO "packed_document";--> statement-breakpoint
ALTER TABLE "deleted" RENAME COLUMN "history" TO "packed_history";--> statement-breakpoint
ALTER TABLE "deleted" ADD COLUMN "document" jsonb;--> statement-breakpoint
ALTER TABLE "deleted" ADD COLUMN "history" jsonb;--> statement-breakpoint
ALTER TABLE "deleted" ALTER COLUMN "packed_document" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "deleted" ALTER COLUMN "packed_history" DROP NOT NULL;
