import { inArray } from 'drizzle-orm';
import type { Standing } from '../../../core/gate/standing.ts';
import { VERSION_OF_CORE } from '../../../core/version.ts';
import { db } from '../db/client.ts';
import { standings } from '../db/schema.ts';
import type { Board } from './boards.ts';

/** How boards stood when they were added up last, by board: those whose document and core are still the same. */
export async function knownStandings(boards: readonly Board[]): Promise<Map<string, Standing>> {
  if (!boards.length) return new Map();
  const rows = await db()
    .select()
    .from(standings)
    .where(
      inArray(
        standings.boardId,
        boards.map((b) => b.id),
      ),
    );
  const version = new Map(boards.map((b) => [b.id, b.version]));
  return new Map(rows.filter((r) => r.coreVersion === VERSION_OF_CORE && r.version === version.get(r.boardId)).map((r) => [r.boardId, r.standing]));
}

/** Keeps how a board stands. */
export async function keepStanding({ id, version }: Pick<Board, 'id' | 'version'>, standing: Standing): Promise<void> {
  const row = { version, coreVersion: VERSION_OF_CORE, standing };
  await db()
    .insert(standings)
    .values({ boardId: id, ...row })
    .onDuplicateKeyUpdate({ set: row });
}
