CREATE TABLE "take_outcomes" (
	"project" text NOT NULL,
	"take" text NOT NULL,
	"revision" integer NOT NULL,
	"outcome" jsonb NOT NULL,
	"played_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "take_outcomes_project_take_revision_pk" PRIMARY KEY("project","take","revision")
);
--> statement-breakpoint
ALTER TABLE "take_outcomes" ADD CONSTRAINT "take_outcomes_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;