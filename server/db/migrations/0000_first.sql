CREATE TABLE "acts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"n" bigint NOT NULL,
	"maker_id" text NOT NULL,
	"device_at" timestamp (3) with time zone NOT NULL,
	"recorded_at" timestamp (3) with time zone NOT NULL,
	CONSTRAINT "acts_n_unique" UNIQUE("n")
);
--> statement-breakpoint
CREATE TABLE "entries" (
	"act_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"id" text NOT NULL,
	"kind" text NOT NULL,
	"v" integer NOT NULL,
	"subject" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"place" text,
	"face" text,
	"body" jsonb NOT NULL,
	CONSTRAINT "entries_act_id_seq_pk" PRIMARY KEY("act_id","seq")
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"room_id" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"act_id" uuid NOT NULL,
	"celsius" double precision NOT NULL,
	"humidity" double precision NOT NULL,
	CONSTRAINT "readings_room_id_at_act_id_pk" PRIMARY KEY("room_id","at","act_id")
);
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_act_id_acts_id_fk" FOREIGN KEY ("act_id") REFERENCES "public"."acts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_act_id_acts_id_fk" FOREIGN KEY ("act_id") REFERENCES "public"."acts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entries_subject_at" ON "entries" USING btree ("subject","at");