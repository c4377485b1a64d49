CREATE TABLE "seen" (
	"project" text NOT NULL,
	"place" text NOT NULL,
	"seq" integer NOT NULL,
	CONSTRAINT "seen_project_place_seq_pk" PRIMARY KEY("project","place","seq")
);
--> statement-breakpoint
CREATE TABLE "states" (
	"project" text NOT NULL,
	"seq" integer NOT NULL,
	"body" "bytea" NOT NULL,
	CONSTRAINT "states_project_seq_pk" PRIMARY KEY("project","seq")
);
--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "named" text;--> statement-breakpoint
ALTER TABLE "projects" ADD COLUMN "told" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "seen" ADD CONSTRAINT "seen_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "states" ADD CONSTRAINT "states_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "changes_by" ON "changes" USING btree ("project","by","seq");--> statement-breakpoint
CREATE INDEX "changes_at" ON "changes" USING btree ("project","at");--> statement-breakpoint
CREATE INDEX "changes_named" ON "changes" USING btree ("project","seq") WHERE named is not null;