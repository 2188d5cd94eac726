CREATE TABLE "manifest_maps" (
	"heading" text PRIMARY KEY NOT NULL,
	"columns" jsonb NOT NULL,
	"decimal" text
);
