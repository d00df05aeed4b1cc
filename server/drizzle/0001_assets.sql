CREATE TABLE "assets" (
	"id" text PRIMARY KEY NOT NULL,
	"media_type" text NOT NULL,
	"content" "bytea" NOT NULL
);
