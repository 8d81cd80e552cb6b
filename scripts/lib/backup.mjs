// All tables of the database in one compressed file of lines, and back again.
import { createReadStream, createWriteStream, renameSync, rmSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { once } from 'node:events';
import { createGunzip, createGzip } from 'node:zlib';
import { createConnection } from 'mysql2/promise';
import { Stop } from './say.mjs';

const FORMAT = 'spark-sum/backup';
const VERSION = 1;
/** Rows that go in together, and the bytes that one statement may have. */
const ROWS = 200;
const BYTES = 4 * 1024 * 1024;

const connect = (url) => createConnection({ uri: url, dateStrings: true, timezone: 'Z', jsonStrings: true });
const quoted = (name) => `\`${name.replaceAll('`', '``')}\``;

/**
 * Writes everything as it is at one moment, while others go on working. The file gets its name when it is whole.
 * @returns {Promise<number>} rows
 */
export async function backup(url, file) {
  const connection = await connect(url);
  const part = `${file}.part`;
  try {
    await connection.query('set session transaction isolation level repeatable read');
    await connection.query('start transaction with consistent snapshot');
    const [names] = await connection.query(
      "select table_name as name from information_schema.tables where table_schema = database() and table_type = 'BASE TABLE' order by table_name",
    );
    const tables = [];
    for (const { name } of names) {
      const [[made]] = await connection.query(`show create table ${quoted(name)}`);
      tables.push({ name, create: made['Create Table'] });
    }
    const out = createGzip();
    const written = out.pipe(createWriteStream(part, { mode: 0o600 }));
    const line = async (value) => out.write(`${JSON.stringify(value)}\n`) || once(out, 'drain');
    await line({ format: FORMAT, version: VERSION, tables });
    let rows = 0;
    for (const { name } of tables) {
      for await (const row of connection.connection.query(`select * from ${quoted(name)}`).stream()) {
        await line([name, row]);
        rows++;
      }
    }
    await line({ rows });
    out.end();
    await once(written, 'finish');
    renameSync(part, file);
    return rows;
  } finally {
    rmSync(part, { force: true });
    await connection.end();
  }
}

/**
 * Puts a backup in the place of everything that is in the database. The file is read to its end first: half a file changes nothing.
 * @returns {Promise<number>} rows
 */
export async function restore(url, file) {
  const { tables } = await eachRow(file, async () => {});
  const connection = await connect(url);
  try {
    await connection.query('set session foreign_key_checks = 0');
    for (const { name, create } of tables) {
      await connection.query(`drop table if exists ${quoted(name)}`);
      await connection.query(create);
    }
    let [waiting, table, bytes] = [[], '', 0];
    const flush = async () => {
      if (!waiting.length) return;
      const columns = Object.keys(waiting[0]);
      const values = waiting.map((row) => columns.map((c) => row[c]));
      await connection.query(`insert into ${quoted(table)} (${columns.map(quoted).join(', ')}) values ?`, [values]);
      [waiting, bytes] = [[], 0];
    };
    const { rows } = await eachRow(file, async (name, row, size) => {
      if (name !== table || waiting.length === ROWS || bytes + size > BYTES) await flush();
      table = name;
      waiting.push(row);
      bytes += size;
    });
    await flush();
    return rows;
  } finally {
    await connection.end();
  }
}

async function eachRow(file, take) {
  const broken = new Stop(`${file} is not a whole backup of Spark Sum. Nothing was changed.`);
  const input = createReadStream(file).on('error', () => {});
  const lines = createInterface({ input: input.pipe(createGunzip()) });
  let [head, end, rows] = [null, null, 0];
  const each = lines[Symbol.asyncIterator]();
  /** The next line as a value. What goes wrong here is the file's; what goes wrong in taking it is not. */
  const next = async () => {
    try {
      const { done, value } = await each.next();
      return done ? null : { size: value.length, value: JSON.parse(value) };
    } catch {
      throw broken;
    }
  };
  for (let line = await next(); line; line = await next()) {
    const { value, size } = line;
    if (!head) {
      if (value.format !== FORMAT || value.version !== VERSION) throw broken;
      head = value;
    } else if (Array.isArray(value)) {
      rows++;
      await take(value[0], value[1], size);
    } else end = value;
  }
  if (!head || end?.rows !== rows) throw broken;
  return { tables: head.tables, rows };
}
