// A database of its own for a test file, on the MariaDB that `npm test` starts.
import { randomBytes } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import { connectDatabase, type Connection } from '../src/database/connect.ts';

export interface TestDatabase {
  connection: Connection;
  drop(): Promise<void>;
}

/** Makes a database without tables. Throws when the tests were not started by `npm test`. */
export async function makeEmptyDatabase(): Promise<{ url: string; drop(): Promise<void> }> {
  const base = process.env.TEST_DATABASE_URL;
  if (!base) throw new Error('TEST_DATABASE_URL is not set: run `npm test`.');
  const name = `rosehip_${randomBytes(5).toString('hex')}`;
  const command = async (sql: string): Promise<void> => {
    const c = await createConnection(base);
    await c.query(sql);
    await c.end();
  };
  await command(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  return {
    url: base.replace(/\/[^/]*$/, `/${name}`),
    drop: () => command(`DROP DATABASE IF EXISTS ${name}`),
  };
}

/** Makes one with all tables. */
export async function makeDatabase(): Promise<TestDatabase> {
  const { url, drop } = await makeEmptyDatabase();
  const connection = await connectDatabase(url);
  return {
    connection,
    async drop() {
      await connection.pool.end();
      await drop();
    },
  };
}
