CREATE TABLE "air_days" (
	"room_id" text NOT NULL,
	"day" date NOT NULL,
	"act_id" uuid NOT NULL,
	"from" timestamp (3) with time zone NOT NULL,
	"to" timestamp (3) with time zone NOT NULL,
	"means" json NOT NULL,
	CONSTRAINT "air_days_room_id_day_act_id_pk" PRIMARY KEY("room_id","day","act_id")
);
--> statement-breakpoint
ALTER TABLE "air_days" ADD CONSTRAINT "air_days_act_id_acts_id_fk" FOREIGN KEY ("act_id") REFERENCES "public"."acts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
INSERT INTO "air_days" ("room_id", "day", "act_id", "from", "to", "means")
SELECT "room_id", ("at" AT TIME ZONE 'UTC')::date, "act_id", min("at"), max("at"), json_build_object(
	'at', json_agg((extract(epoch from "at") * 1000)::bigint ORDER BY "at"),
	'celsius', json_agg("celsius" ORDER BY "at"),
	'humidity', json_agg("humidity" ORDER BY "at")
)
FROM "readings"
GROUP BY 1, 2, 3;
