import { error, redirect } from '@sveltejs/kit';
import { LARGEST_FILE, readBoard } from '../../core/files/board-file.ts';
import type { Standing } from '../../core/gate/standing.ts';
import { notTaken, problem, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { archiveBoard, countBoards, createBoard, deleteBoard, findBoard, FULL, listBoards, type Board } from '$lib/server/repositories/boards.ts';
import { lastRevisions } from '$lib/server/repositories/revisions.ts';
import { keepStanding, knownStandings } from '$lib/server/repositories/standings.ts';
import { forPage } from '$lib/server/work.ts';

/** How long the shelf waits for boards that have to be added up first, ms. */
const PATIENCE = 1500;
const LATER = Symbol('later');

/** How a board stands: as it was kept, or added up on a thread; the shelf does not wait for it beyond its patience. */
async function standingFor(board: Board, late: Promise<typeof LATER>): Promise<Standing | 'broken' | typeof LATER> {
  const work = forPage<'standing'>({ sort: 'standing', doc: board.document }, board.accountId).then(
    async (now) => {
      await keepStanding(board, now);
      return now;
    },
    (problem: unknown) => {
      console.error(`board ${board.id} cannot be added up:`, problem);
      return 'broken' as const;
    },
  );
  return Promise.race([work, late]);
}

/** A board on the shelf; one that cannot be added up stays there, to be exported, looked at or deleted. */
function card(board: Board, revision: string | null, how: Standing | 'broken' | typeof LATER) {
  return {
    id: board.id,
    name: board.document.name,
    purpose: board.document.brief?.purpose ?? '',
    stages: board.document.stages.length,
    revision,
    updatedAt: board.updatedAt,
    comfort: board.document.policy?.comfortMargin ?? 0.1,
    broken: how === 'broken',
    /** Still being added up. */
    pending: how === LATER,
    ...(typeof how === 'object' ? how : { ready: false, blocking: 0, open: 0, tightest: null }),
  };
}

export const load = async ({ locals, url }) => {
  const account = signedIn(locals);
  const archived = url.searchParams.has('archived');
  const [shown, others] = await Promise.all([listBoards(account.id, archived), countBoards(account.id, !archived)]);
  const [known, letters] = await Promise.all([knownStandings(shown), lastRevisions(shown.map((b) => b.id))]);
  const late = new Promise<typeof LATER>((done) => setTimeout(done, PATIENCE, LATER).unref());
  const boards = await Promise.all(shown.map(async (b) => card(b, letters.get(b.id) ?? null, known.get(b.id) ?? (await standingFor(b, late)))));
  return { boards, archived, others };
};

async function idOf(request: Request): Promise<string> {
  return textOf(await request.formData(), 'board', 36);
}

export const actions = {
  duplicate: async ({ locals, request }) => {
    const account = signedIn(locals);
    const board = await findBoard(account.id, await idOf(request));
    if (!board) error(404, 'There is no such board on your shelf.');
    const id = await createBoard(account.id, { ...board.document, name: `${board.document.name.slice(0, 110)}, copy` });
    if (!id) return problem('import', FULL, {}, 409);
    redirect(303, `/boards/${id}`);
  },
  archive: async ({ locals, request }) => {
    if (!(await archiveBoard(signedIn(locals).id, await idOf(request), true))) error(404, 'There is no such board on your shelf.');
  },
  restore: async ({ locals, request }) => {
    if (!(await archiveBoard(signedIn(locals).id, await idOf(request), false))) error(404, 'There is no such board on your shelf.');
  },
  delete: async ({ locals, request }) => {
    if (!(await deleteBoard(signedIn(locals).id, await idOf(request)))) error(404, 'There is no such board on your shelf.');
  },
  import: async ({ locals, request }) => {
    const account = signedIn(locals);
    const file = (await request.formData()).get('file');
    if (!(file instanceof File) || file.size === 0) return problem('import', 'Choose a board file first.');
    if (file.size > LARGEST_FILE)
      return problem('import', `The file is larger than ${LARGEST_FILE / 1024 / 1024} MB, which no board is. Nothing was stored.`, {}, 413);
    const read = readBoard(await file.text());
    if (!read.ok) return notTaken('import', read.issues);
    const id = await createBoard(account.id, read.value);
    if (!id) return problem('import', FULL, {}, 409);
    redirect(303, `/boards/${id}`);
  },
};
