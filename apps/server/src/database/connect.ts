// The database: one pool, migrated before it is used.
import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { createPool, type Pool } from 'mysql2/promise';
import { MIGRATIONS } from '../paths.ts';
import * as schema from './schema.ts';

export type Database = MySql2Database<typeof schema>;

export interface Connection {
  db: Database;
  pool: Pool;
  url: string;
}

/** Connects and brings the tables up to date. Throws what the driver throws when it can't. */
export async function connectDatabase(url: string): Promise<Connection> {
  const pool = createPool({ uri: url, connectionLimit: 8, timezone: 'Z', connectTimeout: 10_000 });
  const db = drizzle(pool, { schema, mode: 'default' });
  try {
    await migrate(db, { migrationsFolder: MIGRATIONS });
  } catch (error) {
    await pool.end();
    throw error;
  }
  return { db, pool, url };
}
