-- A backup could bring in a version so high that no save could follow it.
DELETE FROM "operations" WHERE "project" IN (SELECT "id" FROM "projects" WHERE "version" > 1000000000 AND "document_version" = "version");--> statement-breakpoint
UPDATE "projects" SET "version" = 500000000, "document_version" = 500000000 WHERE "version" > 1000000000 AND "document_version" = "version";--> statement-breakpoint
ALTER TABLE "projects" ADD COLUMN "incarnation" text DEFAULT gen_random_uuid()::text NOT NULL;