CREATE TABLE "plots" (
	"id" text PRIMARY KEY NOT NULL,
	"project" text NOT NULL,
	"seq" integer NOT NULL,
	"sheets" jsonb,
	"asked_at" timestamp with time zone DEFAULT now() NOT NULL,
	"wanted_until" timestamp with time zone NOT NULL,
	"taker" text,
	"taken_until" timestamp with time zone,
	"tries" integer DEFAULT 0 NOT NULL,
	"made" "bytea",
	"refused" text
);
--> statement-breakpoint
ALTER TABLE "plots" ADD CONSTRAINT "plots_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "plots_asked" ON "plots" USING btree ("asked_at");