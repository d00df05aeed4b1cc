CREATE TABLE "snapshots" (
	"project" text NOT NULL,
	"revision" integer NOT NULL,
	"version" integer NOT NULL,
	"document" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "snapshots_project_revision_version_pk" PRIMARY KEY("project","revision","version")
);
--> statement-breakpoint
ALTER TABLE "snapshots" ADD CONSTRAINT "snapshots_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
INSERT INTO "snapshots" ("project", "revision", "version", "document") SELECT "id", "snapshot_revision", ("snapshot"->>'version')::integer, "snapshot" FROM "projects";--> statement-breakpoint
ALTER TABLE "projects" DROP COLUMN "snapshot";--> statement-breakpoint
ALTER TABLE "projects" DROP COLUMN "snapshot_revision";