// A database of its own for a test file, on the MariaDB that `npm test` starts.
import { randomBytes } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import { connectDatabase, type Connection } from '../src/database/connect.ts';

export interface TestDatabase {
  connection: Connection;
  drop(): Promise<void>;
}

/** Makes it, with all tables. Throws when the tests were not started by `npm test`. */
export async function makeDatabase(): Promise<TestDatabase> {
  const base = process.env.TEST_DATABASE_URL;
  if (!base) throw new Error('TEST_DATABASE_URL is not set: run `npm test`.');
  const name = `rosehip_${randomBytes(5).toString('hex')}`;
  const command = async (sql: string): Promise<void> => {
    const c = await createConnection(base);
    await c.query(sql);
    await c.end();
  };
  await command(`CREATE DATABASE ${name}`);
  const connection = await connectDatabase(base.replace(/\/[^/]*$/, `/${name}`));
  return {
    connection,
    async drop() {
      await connection.pool.end();
      await command(`DROP DATABASE IF EXISTS ${name}`);
    },
  };
}
