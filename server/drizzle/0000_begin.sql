CREATE TABLE "changes" (
	"project" text NOT NULL,
	"seq" integer NOT NULL,
	"id" text NOT NULL,
	"client" text NOT NULL,
	"base" integer NOT NULL,
	"label" text NOT NULL,
	"change" jsonb NOT NULL,
	"inverse" jsonb NOT NULL,
	"undoes" text,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "changes_project_seq_pk" PRIMARY KEY("project","seq")
);
--> statement-breakpoint
CREATE TABLE "projects" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seq" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "records" (
	"project" text NOT NULL,
	"id" text NOT NULL,
	"kind" text NOT NULL,
	"body" jsonb NOT NULL,
	"seq" integer NOT NULL,
	"place" serial NOT NULL,
	CONSTRAINT "records_project_id_pk" PRIMARY KEY("project","id")
);
--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "records" ADD CONSTRAINT "records_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "changes_once" ON "changes" USING btree ("project","id");--> statement-breakpoint
CREATE INDEX "records_kind" ON "records" USING btree ("project","kind");