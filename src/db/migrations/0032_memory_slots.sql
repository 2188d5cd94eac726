-- how many slots there are stood in the words about the modules; it is a number of its own
INSERT INTO "record_values" ("unit_id", "key", "basis", "value", "number", "origin", "by", "at", "event_seq")
SELECT told."unit_id", 'memorySlots', told."basis", m[1], m[1]::double precision, told."origin", told."by", told."at", told."event_seq"
FROM "record_values" told
CROSS JOIN LATERAL regexp_match(told."value", 'of (\d+) slots') AS m
WHERE told."key" = 'memoryModules' AND told."voided_by" IS NULL AND m IS NOT NULL;
