import { t as __exportAll } from "./rolldown-runtime.js";
import { t as private_env } from "./shared-server.js";
import { sql } from "drizzle-orm";
import { drizzle } from "drizzle-orm/mysql2";
import { migrate } from "drizzle-orm/mysql2/migrator";
import { createConnection, createPool } from "mysql2/promise";
import { join } from "node:path";
import { boolean, customType, datetime, double, index, int, mysqlTable, primaryKey, text, uniqueIndex, varchar } from "drizzle-orm/mysql-core";
// src/lib/server/env.ts
/** A setting without which the server cannot run. @throws with what to do when it is missing */
function need(name) {
	const value = private_env[name];
	if (!value) throw new Error(`${name} is not set. Start the application with "npm start", which sets it.`);
	return value;
}
var databaseUrl = () => need("DATABASE_URL");
/** Where the repository lies: migrations and demo boards are read from it. */
var rootFolder = () => private_env.SPARK_SUM_ROOT ?? process.cwd();
/** The start script's pid: without it the server would outlive a start that was killed. */
var parentPid = () => private_env.SPARK_SUM_PARENT ? Number(private_env.SPARK_SUM_PARENT) : null;
/** Names under which the server may be asked for besides loopback, comma separated. */
var allowedHosts = () => (private_env.SPARK_SUM_HOSTS ?? "").split(",").map((h) => h.trim().toLowerCase()).filter(Boolean);
// src/lib/server/db/schema.ts
var schema_exports = /* @__PURE__ */ __exportAll({
	accounts: () => accounts,
	attempts: () => attempts,
	boards: () => boards,
	changes: () => changes,
	readings: () => readings,
	revisions: () => revisions,
	sessions: () => sessions
});
/** JSON kept as text: the pool hands it over unparsed, so that strings survive the round trip too. */
var json = (name) => customType({
	dataType: () => "longtext",
	toDriver: (value) => JSON.stringify(value),
	fromDriver: (value) => JSON.parse(value)
})(name);
var at = (name) => datetime(name, {
	mode: "date",
	fsp: 3
}).notNull().default(sql`(utc_timestamp(3))`);
var id = (name) => varchar(name, { length: 36 });
var accounts = mysqlTable("accounts", {
	id: id("id").primaryKey(),
	email: varchar("email", { length: 190 }).notNull(),
	name: varchar("name", { length: 80 }).notNull(),
	/** Null: an account nobody signs in to with a password, the demo. */
	passwordHash: varchar("password_hash", { length: 255 }),
	demo: boolean("demo").notNull().default(false),
	createdAt: at("created_at")
}, (t) => [uniqueIndex("accounts_email").on(t.email)]);
var sessions = mysqlTable("sessions", {
	/** SHA-256 of the token; the token itself is only in the cookie. */
	id: varchar("id", { length: 64 }).primaryKey(),
	accountId: id("account_id").notNull().references(() => accounts.id, { onDelete: "cascade" }),
	createdAt: at("created_at"),
	expiresAt: datetime("expires_at", {
		mode: "date",
		fsp: 3
	}).notNull()
}, (t) => [index("sessions_account").on(t.accountId), index("sessions_expiry").on(t.expiresAt)]);
var attempts = mysqlTable("sign_in_attempts", {
	/** Who tries: an address and a mail address, hashed. */
	id: varchar("id", { length: 64 }).primaryKey(),
	count: int("count").notNull(),
	since: datetime("since", {
		mode: "date",
		fsp: 3
	}).notNull()
});
var boards = mysqlTable("boards", {
	id: id("id").primaryKey(),
	accountId: id("account_id").notNull().references(() => accounts.id, { onDelete: "cascade" }),
	document: json("document").notNull(),
	version: int("version").notNull().default(0),
	archivedAt: datetime("archived_at", {
		mode: "date",
		fsp: 3
	}),
	createdAt: at("created_at"),
	updatedAt: at("updated_at")
}, (t) => [index("boards_account").on(t.accountId, t.updatedAt)]);
var changes = mysqlTable("changes", {
	boardId: id("board_id").notNull().references(() => boards.id, { onDelete: "cascade" }),
	version: int("version").notNull(),
	/** The tab that made it. */
	client: varchar("client", { length: 40 }).notNull(),
	/** The tab's own number for it: sent again after a lost answer, it is not applied twice. */
	nonce: varchar("nonce", { length: 40 }).notNull(),
	ops: json("ops").notNull(),
	undoes: int("undoes"),
	redoes: int("redoes"),
	label: varchar("label", { length: 200 }).notNull(),
	at: at("at")
}, (t) => [primaryKey({ columns: [t.boardId, t.version] }), uniqueIndex("changes_nonce").on(t.boardId, t.client, t.nonce)]);
var revisions = mysqlTable("revisions", {
	id: id("id").primaryKey(),
	boardId: id("board_id").notNull().references(() => boards.id, { onDelete: "cascade" }),
	letter: varchar("letter", { length: 4 }).notNull(),
	document: json("document").notNull(),
	results: json("results").notNull(),
	coreVersion: varchar("core_version", { length: 20 }).notNull(),
	note: text("note").notNull(),
	createdAt: at("created_at")
}, (t) => [uniqueIndex("revisions_letter").on(t.boardId, t.letter)]);
var readings = mysqlTable("readings", {
	id: int("id").autoincrement().primaryKey(),
	revisionId: id("revision_id").notNull().references(() => revisions.id, { onDelete: "cascade" }),
	step: varchar("step", { length: 120 }).notNull(),
	text: varchar("text", { length: 60 }).notNull(),
	value: double("value"),
	note: text("note").notNull(),
	at: at("at")
}, (t) => [index("readings_revision").on(t.revisionId, t.id)]);
// src/lib/server/db/client.ts
var open = (pool) => drizzle(pool, {
	schema: schema_exports,
	mode: "default"
});
var pool = null;
var database = null;
/** The one pool of the process, made at first use. */
function db() {
	pool ??= createPool({
		uri: databaseUrl(),
		connectionLimit: 10,
		timezone: "Z",
		jsonStrings: true,
		enableKeepAlive: true
	});
	database ??= open(pool);
	return database;
}
async function closeDatabase() {
	await pool?.end();
	pool = null;
	database = null;
}
/** Brings the tables up to date. Two servers starting at once wait for each other. */
async function migrateDatabase() {
	const connection = await createConnection({
		uri: databaseUrl(),
		timezone: "Z"
	});
	try {
		const [rows] = await connection.query("select get_lock(concat(database(), ':migrate'), 60) as got");
		if (rows[0]?.got !== 1) throw new Error("another server has been migrating the database for a minute. Stop it, then start again.");
		await migrate(drizzle(connection), { migrationsFolder: join(rootFolder(), "drizzle") });
	} finally {
		await connection.end();
	}
}
/** Errors of MariaDB that another try mends: changed since read, lock wait, deadlock. By number: the names belong to another server. */
var TRANSIENT = /* @__PURE__ */ new Set([
	1020,
	1205,
	1213
]);
var TRIES = 4;
/** The server's error number behind an error of the query builder; null when there is none. */
function errorNumber(error) {
	const cause = error instanceof Error ? error.cause ?? error : null;
	return typeof cause?.errno === "number" ? cause.errno : null;
}
/** Runs a transaction, again where it lost a race. */
async function transact(work) {
	for (let attempt = 1;; attempt++) try {
		return await db().transaction(work);
	} catch (error) {
		const number = errorNumber(error);
		if (number === null || !TRANSIENT.has(number) || attempt === TRIES) throw error;
	}
}
export { transact as a, boards as c, revisions as d, sessions as f, rootFolder as h, migrateDatabase as i, changes as l, parentPid as m, db as n, accounts as o, allowedHosts as p, errorNumber as r, attempts as s, closeDatabase as t, readings as u };
