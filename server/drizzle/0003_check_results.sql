CREATE TABLE "check_results" (
	"project" text NOT NULL,
	"revision" integer NOT NULL,
	"result" jsonb NOT NULL,
	"finished_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "check_results_project_revision_pk" PRIMARY KEY("project","revision")
);
--> statement-breakpoint
ALTER TABLE "check_results" ADD CONSTRAINT "check_results_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;