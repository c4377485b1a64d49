CREATE TABLE "pictures" (
	"project" text PRIMARY KEY NOT NULL,
	"seq" integer NOT NULL,
	"body" jsonb
);
--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;