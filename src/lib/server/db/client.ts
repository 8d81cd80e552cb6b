import { drizzle } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { createConnection, createPool, type Connection, type Pool, type RowDataPacket } from 'mysql2/promise';
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
  if (!pool) {
    pool = createPool({ uri: databaseUrl(), connectionLimit: 10, timezone: 'Z', jsonStrings: true, enableKeepAlive: true });
    // Who waits for a row keeps a connection from everybody else.
    pool.on('connection', (connection) => void connection.query(`set session innodb_lock_wait_timeout = ${LOCK_WAIT}`));
  }
  database ??= open(pool);
  return database;
}

export async function closeDatabase(): Promise<void> {
  await pool?.end();
  pool = null;
  database = null;
}

/** Does something that several servers starting at once must not do together: the others wait. */
export async function alone(name: string, work: (connection: Connection) => Promise<void>): Promise<void> {
  const connection = await createConnection({ uri: databaseUrl(), timezone: 'Z' });
  try {
    const [rows] = await connection.query<RowDataPacket[]>("select get_lock(concat(database(), ':', ?), 60) as got", [name]);
    if (rows[0]?.got !== 1) throw new Error(`another server has been busy with “${name}” for a minute. Stop it, then start again.`);
    await work(connection);
  } finally {
    await connection.end();
  }
}

/** Brings the tables up to date. Every step may be done again: one that was ended half-way is begun anew. */
export const migrateDatabase = (): Promise<void> =>
  alone('migrate', (connection) => migrate(drizzle(connection), { migrationsFolder: join(rootFolder(), 'drizzle') }));

/** Longest wait for a row that another process holds, s. */
const LOCK_WAIT = 5;
const turns = new Map<string, Promise<unknown>>();

/** One after another for one thing, a board or an account: those who wait hold no connection meanwhile. */
export function inTurn<T>(of: string, work: () => Promise<T>): Promise<T> {
  const turn = (turns.get(of) ?? Promise.resolve()).then(work, work);
  const over = turn.then(
    () => {},
    () => {},
  );
  turns.set(of, over);
  void over.then(() => turns.get(of) === over && turns.delete(of));
  return turn;
}

let ping: Promise<boolean> | null = null;
let answered = 0;
/** So long after its last answer a database that takes its time is busy, and not gone, ms. */
const BUSY = 10_000;

async function asked(): Promise<boolean> {
  try {
    const connection = await createConnection({ uri: databaseUrl(), connectTimeout: 2000 });
    await connection.query('select 1');
    await connection.end();
    answered = performance.now();
    return true;
  } catch {
    return false;
  } finally {
    ping = null;
  }
}

/** Whether the database is there: asked on a connection of its own, one question at a time, and told within so many ms. */
export async function databaseAnswers(within: number): Promise<boolean> {
  ping ??= asked();
  const late = new Promise<boolean>((done) => setTimeout(() => done(answered > 0 && performance.now() - answered < BUSY), within).unref());
  return Promise.race([ping, late]);
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
