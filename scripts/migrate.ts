import { databaseUrl } from '@/db/client';
import { migrateDatabase } from '@/db/migrate';

await migrateDatabase(databaseUrl());
