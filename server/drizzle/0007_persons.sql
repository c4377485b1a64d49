CREATE TABLE "acts" (
	"id" serial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person" text,
	"what" text NOT NULL,
	"about" text DEFAULT '' NOT NULL,
	"address" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "common" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "links" (
	"hash" text PRIMARY KEY NOT NULL,
	"person" text,
	"manages" boolean DEFAULT false NOT NULL,
	"ends_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "persons" (
	"id" text PRIMARY KEY NOT NULL,
	"sign_in" text NOT NULL,
	"name" text NOT NULL,
	"initials" text NOT NULL,
	"password" text NOT NULL,
	"manages" boolean DEFAULT false NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"left_at" timestamp with time zone,
	CONSTRAINT "persons_sign_in_unique" UNIQUE("sign_in")
);
--> statement-breakpoint
CREATE TABLE "roles" (
	"project" text NOT NULL,
	"person" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "roles_project_person_pk" PRIMARY KEY("project","person")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"hash" text PRIMARY KEY NOT NULL,
	"person" text,
	"body" jsonb NOT NULL,
	"ends_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_person_persons_id_fk" FOREIGN KEY ("person") REFERENCES "public"."persons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "roles" ADD CONSTRAINT "roles_project_projects_id_fk" FOREIGN KEY ("project") REFERENCES "public"."projects"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_person_persons_id_fk" FOREIGN KEY ("person") REFERENCES "public"."persons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "roles_person" ON "roles" USING btree ("person");--> statement-breakpoint
CREATE INDEX "sessions_person" ON "sessions" USING btree ("person");