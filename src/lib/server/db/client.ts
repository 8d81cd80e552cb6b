import { drizzle } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { createConnection, createPool, type Pool, type RowDataPacket } from 'mysql2/promise';
import { join } from 'node:path';
import { databaseUrl, rootFolder } from '../env.ts';
import * as schema from './schema.ts';

const open = (pool: Pool) => drizzle(pool, { schema, mode: 'default' });
export type Database = ReturnType<typeof open>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

let pool: Pool | null = null;
let database: Database | null = null;

/** The one pool of the process, made at first use. */
export function db(): Database {
  pool ??= createPool({ uri: databaseUrl(), connectionLimit: 10, timezone: 'Z', jsonStrings: true, enableKeepAlive: true });
  database ??= open(pool);
  return database;
}

export async function closeDatabase(): Promise<void> {
  await pool?.end();
  pool = null;
  database = null;
}

/** Brings the tables up to date. Two servers starting at once wait for each other. */
export async function migrateDatabase(): Promise<void> {
  const connection = await createConnection({ uri: databaseUrl(), timezone: 'Z' });
  try {
    const [rows] = await connection.query<RowDataPacket[]>("select get_lock(concat(database(), ':migrate'), 60) as got");
    if (rows[0]?.got !== 1) throw new Error('another server has been migrating the database for a minute. Stop it, then start again.');
    await migrate(drizzle(connection), { migrationsFolder: join(rootFolder(), 'drizzle') });
  } finally {
    await connection.end();
  }
}

/** Errors of MariaDB that another try mends: changed since read, lock wait, deadlock. By number: the names belong to another server. */
const TRANSIENT = new Set([1020, 1205, 1213]);
const TRIES = 4;

/** The server's error number behind an error of the query builder; null when there is none. */
export function errorNumber(error: unknown): number | null {
  const cause = error instanceof Error ? ((error.cause as { errno?: unknown } | undefined) ?? (error as { errno?: unknown })) : null;
  return typeof cause?.errno === 'number' ? cause.errno : null;
}

/** Runs a transaction, again where it lost a race. */
export async function transact<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await db().transaction(work);
    } catch (error) {
      const number = errorNumber(error);
      if (number === null || !TRANSIENT.has(number) || attempt === TRIES) throw error;
    }
  }
}
