import { json } from '@sveltejs/kit';
import { eq } from 'drizzle-orm';
import { db } from '$lib/server/db/client.ts';
import { revisions } from '$lib/server/db/schema.ts';
import { signedIn } from '$lib/server/guard.ts';
import { listStock } from '$lib/server/repositories/stock.ts';
import { priceBook } from '$lib/server/repositories/prices.ts';
import { listDevices } from '$lib/server/repositories/devices.ts';
import { listBoards, logOf } from '$lib/server/repositories/boards.ts';
import { listCopies } from '$lib/server/repositories/copies.ts';
import { fileOf, listEntries } from '$lib/server/repositories/logbook.ts';
import { listMeasured } from '$lib/server/repositories/measured-parts.ts';
import { listComments, listLinks } from '$lib/server/repositories/reviews.ts';
import { readingsOf } from '$lib/server/repositories/revisions.ts';

/** A logbook with its files, as base64. */
async function withFiles(board: string) {
  const entries = [];
  for (const entry of await listEntries(board)) entries.push({ ...entry, file: (await fileOf(entry.id))?.toString('base64') ?? null });
  return entries;
}

/** Everything an account owns, as one file. */
export const GET = async ({ locals }) => {
  const account = signedIn(locals);
  const boards = [...(await listBoards(account.id, false)), ...(await listBoards(account.id, true))];
  const all = await Promise.all(
    boards.map(async (b) => {
      const frozen = await db().select().from(revisions).where(eq(revisions.boardId, b.id));
      return {
        id: b.id,
        archivedAt: b.archivedAt,
        createdAt: b.createdAt,
        updatedAt: b.updatedAt,
        document: b.document,
        revisions: await Promise.all(
          frozen.map(async (r) => ({
            letter: r.letter,
            note: r.note,
            wrong: r.wrong,
            coreVersion: r.coreVersion,
            createdAt: r.createdAt,
            document: r.document,
            results: r.results,
            copies: await listCopies(r.id),
            readings: await readingsOf(r.id),
          })),
        ),
        logbook: await withFiles(b.id),
        reviews: (await listLinks(b.id)).map(({ tokenHash: _, ...link }) => link),
        comments: await listComments(b.id),
        changes: (await logOf(b.id)).map((c) => ({ version: c.version, at: c.at, label: c.label, ops: c.ops })),
      };
    }),
  );
  return json(
    {
      account: {
        email: account.email,
        name: account.name,
        drawer: await listStock(account.id),
        prices: await priceBook(account.id),
        devices: await listDevices(account.id),
        measured: await listMeasured(account.id),
      },
      boards: all,
    },
    { headers: { 'content-disposition': 'attachment; filename="spark-sum-data.json"' } },
  );
};
