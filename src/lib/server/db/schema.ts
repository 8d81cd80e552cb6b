import { sql } from 'drizzle-orm';
import { boolean, customType, datetime, double, index, int, mysqlTable, primaryKey, text, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import type { BoardDoc } from '../../../core/board/document.ts';
import type { Device, DeviceSort } from '../../../core/parts/devices.ts';
import type { Drawer } from '../../../core/quantity/drawer.ts';
import type { LogContent, LogSort } from '../../../core/logbook/entry.ts';
import type { MeasuredSort } from '../../../core/measured/parts.ts';
import type { Op } from '../../../core/board/changes.ts';
import type { Price } from '../../../core/order/prices.ts';
import type { PartType } from '../../../core/parts/part-types.ts';
import type { Standing } from '../../../core/gate/standing.ts';

/** JSON kept as text: the pool hands it over unparsed, so that strings survive the round trip too. */
const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value) => JSON.parse(value) as T,
  })(name);

/** Bytes of up to a megabyte: what is larger is kept in pieces. */
const blob = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'mediumblob' });

/** Text that is compared to the letter: the tables' own order takes some spellings for the same. */
const exactly = (name: string, length: number) =>
  customType<{ data: string; driverData: string }>({ dataType: () => `varchar(${length}) character set utf8mb4 collate utf8mb4_bin` })(name);

const at = (name: string) =>
  datetime(name, { mode: 'date', fsp: 3 })
    .notNull()
    .default(sql`(utc_timestamp(3))`);
const id = (name: string) => varchar(name, { length: 36 });

export const accounts = mysqlTable(
  'accounts',
  {
    id: id('id').primaryKey(),
    email: exactly('email', 190).notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    /** Null: an account nobody signs in to with a password, the demo. */
    passwordHash: varchar('password_hash', { length: 255 }),
    demo: boolean('demo').notNull().default(false),
    /** Values at hand as they were kept before there was a drawer of parts: moved there when the server starts. */
    drawer: json<Drawer>('drawer'),
    createdAt: at('created_at'),
  },
  (t) => [uniqueIndex('accounts_email').on(t.email)],
);

/** Devices somebody works with: copies of shipped ones, and their own. */
export const devices = mysqlTable(
  'devices',
  {
    id: id('id').primaryKey(),
    accountId: id('account_id')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    sort: varchar('sort', { length: 30 }).$type<DeviceSort>().notNull(),
    title: varchar('title', { length: 80 }).notNull(),
    meant: json<Device['when']>('meant'),
    params: json<Device['params']>('params').notNull(),
    createdAt: at('created_at'),
    /** Removed, and to be put back for a while. */
    removedAt: datetime('removed_at', { mode: 'date', fsp: 3 }),
  },
  (t) => [index('devices_account').on(t.accountId, t.sort, t.title)],
);

export const sessions = mysqlTable(
  'sessions',
  {
    /** SHA-256 of the token; the token itself is only in the cookie. */
    id: varchar('id', { length: 64 }).primaryKey(),
    accountId: id('account_id')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    createdAt: at('created_at'),
    expiresAt: datetime('expires_at', { mode: 'date', fsp: 3 }).notNull(),
  },
  (t) => [index('sessions_account').on(t.accountId), index('sessions_expiry').on(t.expiresAt)],
);

export const attempts = mysqlTable('sign_in_attempts', {
  /** Who tries: an address and a mail address, hashed. */
  id: varchar('id', { length: 64 }).primaryKey(),
  count: int('count').notNull(),
  since: datetime('since', { mode: 'date', fsp: 3 }).notNull(),
});

export const boards = mysqlTable(
  'boards',
  {
    id: id('id').primaryKey(),
    accountId: id('account_id')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    document: json<BoardDoc>('document').notNull(),
    version: int('version').notNull().default(0),
    archivedAt: datetime('archived_at', { mode: 'date', fsp: 3 }),
    createdAt: at('created_at'),
    updatedAt: at('updated_at'),
  },
  (t) => [index('boards_account').on(t.accountId, t.updatedAt)],
);

export const changes = mysqlTable(
  'changes',
  {
    boardId: id('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    version: int('version').notNull(),
    /** The tab that made it. */
    client: exactly('client', 40).notNull(),
    /** The tab's own number for it: sent again after a lost answer, it is not applied twice. */
    nonce: exactly('nonce', 40).notNull(),
    ops: json<Op[]>('ops').notNull(),
    undoes: int('undoes'),
    redoes: int('redoes'),
    label: varchar('label', { length: 200 }).notNull(),
    at: at('at'),
  },
  (t) => [primaryKey({ columns: [t.boardId, t.version] }), uniqueIndex('changes_nonce').on(t.boardId, t.client, t.nonce)],
);

/** How a board stands, as it was added up last: what the shelf shows, as long as document and core are the same. */
export const standings = mysqlTable('board_standings', {
  boardId: id('board_id')
    .primaryKey()
    .references(() => boards.id, { onDelete: 'cascade' }),
  version: int('version').notNull(),
  coreVersion: varchar('core_version', { length: 20 }).notNull(),
  standing: json<Standing>('standing').notNull(),
});

export const revisions = mysqlTable(
  'revisions',
  {
    id: id('id').primaryKey(),
    boardId: id('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    letter: varchar('letter', { length: 4 }).notNull(),
    document: json<BoardDoc>('document').notNull(),
    results: json<Record<string, unknown>>('results').notNull(),
    coreVersion: varchar('core_version', { length: 20 }).notNull(),
    note: text('note').notNull(),
    /** What was wrong with the one before. */
    wrong: text('wrong'),
    createdAt: at('created_at'),
  },
  (t) => [uniqueIndex('revisions_letter').on(t.boardId, t.letter)],
);

export const readings = mysqlTable(
  'readings',
  {
    id: int('id').autoincrement().primaryKey(),
    revisionId: id('revision_id')
      .notNull()
      .references(() => revisions.id, { onDelete: 'cascade' }),
    /** Number of the copy that was measured. */
    copy: int('copy').notNull().default(1),
    step: varchar('step', { length: 120 }).notNull(),
    text: varchar('text', { length: 60 }).notNull(),
    value: double('value'),
    note: text('note').notNull(),
    at: at('at'),
  },
  (t) => [index('readings_copy').on(t.revisionId, t.copy, t.id)],
);

/** Numbered boards built of a revision. */
export const copies = mysqlTable(
  'copies',
  {
    revisionId: id('revision_id')
      .notNull()
      .references(() => revisions.id, { onDelete: 'cascade' }),
    number: int('number').notNull(),
    name: varchar('name', { length: 60 }).notNull(),
    createdAt: at('created_at'),
  },
  (t) => [primaryKey({ columns: [t.revisionId, t.number] })],
);

/** The logbook of a board: notes, pictures, waveforms, calibrations, rework. What is large stands beside it in pieces. */
export const logEntries = mysqlTable(
  'log_entries',
  {
    id: id('id').primaryKey(),
    boardId: id('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    /** Letter of the revision, and number of the copy, it belongs to; null: the board as such. */
    letter: varchar('letter', { length: 4 }),
    copy: int('copy'),
    /** A test point, `reg.out`, or a stage. */
    point: varchar('point', { length: 120 }),
    sort: varchar('sort', { length: 16 }).$type<LogSort>().notNull(),
    title: varchar('title', { length: 120 }).notNull(),
    note: text('note').notNull(),
    content: json<LogContent>('content').notNull(),
    fileName: varchar('file_name', { length: 160 }),
    mime: varchar('mime', { length: 80 }),
    bytes: int('bytes').notNull().default(0),
    createdAt: at('created_at'),
    /** Removed, and to be put back for a day. */
    removedAt: datetime('removed_at', { mode: 'date', fsp: 3 }),
  },
  (t) => [index('log_board').on(t.boardId, t.createdAt)],
);

export const logFiles = mysqlTable(
  'log_files',
  {
    entryId: id('entry_id')
      .notNull()
      .references(() => logEntries.id, { onDelete: 'cascade' }),
    piece: int('piece').notNull(),
    data: blob('data').notNull(),
  },
  (t) => [primaryKey({ columns: [t.entryId, t.piece] })],
);

/** Parts of the drawer as somebody measured them. */
export const measuredParts = mysqlTable(
  'measured_parts',
  {
    id: id('id').primaryKey(),
    accountId: id('account_id')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    name: varchar('name', { length: 40 }).notNull(),
    sort: varchar('sort', { length: 12 }).$type<MeasuredSort>().notNull(),
    value: double('value').notNull(),
    /** Where it was put: board and stage, in words. */
    used: varchar('used', { length: 160 }),
    createdAt: at('created_at'),
  },
  (t) => [uniqueIndex('measured_parts_name').on(t.accountId, t.sort, t.name)],
);

/** Parts that lie in somebody's drawer. */
export const stock = mysqlTable(
  'stock',
  {
    id: id('id').primaryKey(),
    accountId: id('account_id')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    type: varchar('type', { length: 12 }).$type<PartType>().notNull(),
    /** What a device is. */
    sort: varchar('sort', { length: 30 }).$type<DeviceSort>(),
    /** Name of a device; empty of a part with a value. */
    title: varchar('title', { length: 120 }).notNull(),
    value: double('value'),
    tolerance: double('tolerance'),
    ratings: json<Record<string, number>>('ratings').notNull(),
    package: varchar('package', { length: 40 }).notNull(),
    count: int('count').notNull(),
    /** Where it lies. */
    place: varchar('place', { length: 80 }).notNull(),
    createdAt: at('created_at'),
    /** Removed, and to be put back for a day. */
    removedAt: datetime('removed_at', { mode: 'date', fsp: 3 }),
  },
  (t) => [index('stock_account').on(t.accountId, t.type, t.value)],
);

/** Parts of a drawer that are kept for a board. */
export const reservations = mysqlTable(
  'reservations',
  {
    stockId: id('stock_id')
      .notNull()
      .references(() => stock.id, { onDelete: 'cascade' }),
    boardId: id('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    count: int('count').notNull(),
  },
  (t) => [primaryKey({ columns: [t.stockId, t.boardId] })],
);

/** What somebody pays for parts, by the key of a line of a bill of materials. */
export const prices = mysqlTable(
  'prices',
  {
    accountId: id('account_id')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    part: exactly('part', 200).notNull(),
    price: json<Price>('price').notNull(),
  },
  (t) => [primaryKey({ columns: [t.accountId, t.part] })],
);

/** Links by which others read a board, and comment on it, without an account. */
export const reviewLinks = mysqlTable(
  'review_links',
  {
    id: id('id').primaryKey(),
    boardId: id('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    /** SHA-256 of the token; the token itself is only in the link. */
    tokenHash: varchar('token_hash', { length: 64 }).notNull(),
    /** For whom it was made. */
    title: varchar('title', { length: 80 }).notNull(),
    comments: boolean('comments').notNull(),
    /** Letter of the revision it shows; null: the board as it stands. */
    letter: varchar('letter', { length: 4 }),
    createdAt: at('created_at'),
    expiresAt: datetime('expires_at', { mode: 'date', fsp: 3 }).notNull(),
    withdrawnAt: datetime('withdrawn_at', { mode: 'date', fsp: 3 }),
    /** How often it was opened, and when last. */
    opened: int('opened').notNull().default(0),
    openedAt: datetime('opened_at', { mode: 'date', fsp: 3 }),
  },
  (t) => [uniqueIndex('review_links_token').on(t.tokenHash), index('review_links_board').on(t.boardId)],
);

/** What holders of a link said, and what became of it. */
export const reviewComments = mysqlTable(
  'review_comments',
  {
    id: id('id').primaryKey(),
    boardId: id('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    linkId: id('link_id')
      .notNull()
      .references(() => reviewLinks.id, { onDelete: 'cascade' }),
    by: varchar('by_name', { length: 60 }).notNull(),
    /** What it is about: `stage reg`, `part reg.R1`, `check reg.dropout`, `gate board.polarity`, `board`; and in words. */
    about: varchar('about', { length: 200 }).notNull(),
    aboutText: varchar('about_text', { length: 200 }).notNull(),
    text: text('text').notNull(),
    createdAt: at('created_at'),
    how: varchar('how', { length: 10 }).$type<'answered' | 'taken' | 'refused'>(),
    answer: text('answer'),
    answeredAt: datetime('answered_at', { mode: 'date', fsp: 3 }),
  },
  (t) => [index('review_comments_board').on(t.boardId, t.createdAt)],
);
