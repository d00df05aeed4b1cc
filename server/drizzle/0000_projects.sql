CREATE TABLE "entries" (
	"project" text NOT NULL,
	"revision" integer NOT NULL,
	"entry_id" text NOT NULL,
	"entry" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "entries_project_revision_pk" PRIMARY KEY("project","revision")
);
--> statement-breakpoint
CREATE TABLE "milestones" (
	"name" text PRIMARY KEY NOT NULL,
	"reached_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "projects" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"revision" integer NOT NULL,
	"snapshot" jsonb NOT NULL,
	"snapshot_revision" integer NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "entries_once" ON "entries" USING btree ("project","entry_id");