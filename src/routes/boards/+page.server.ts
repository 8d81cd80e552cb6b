import { error, redirect } from '@sveltejs/kit';
import { evaluateBoard } from '../../core/board/evaluate.ts';
import { LARGEST_FILE, readBoard } from '../../core/files/board-file.ts';
import { gate } from '../../core/gate/gate.ts';
import { notTaken, problem, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { archiveBoard, createBoard, deleteBoard, findBoard, listBoards, type Board } from '$lib/server/repositories/boards.ts';
import { listRevisions } from '$lib/server/repositories/revisions.ts';

/** A board on the shelf; one that cannot be added up stays there, to be exported, looked at or deleted. */
async function card(board: Board) {
  const revisions = await listRevisions(board.id);
  const about = {
    id: board.id,
    name: board.document.name,
    purpose: board.document.brief?.purpose ?? '',
    stages: board.document.stages.length,
    revision: revisions.at(-1)?.letter ?? null,
    updatedAt: board.updatedAt,
    comfort: board.document.policy?.comfortMargin ?? 0.1,
  };
  try {
    return { ...about, broken: false, ...judged(board) };
  } catch (problem) {
    console.error(`board ${board.id} cannot be added up:`, problem);
    return { ...about, broken: true, ready: false, blocking: 0, open: 0, tightest: null };
  }
}

function judged(board: Board) {
  const sum = evaluateBoard(board.document);
  const g = gate(sum);
  return {
    ready: g.ready,
    blocking: g.blocking.length,
    open: g.toWaive.length + g.confirmations.filter((c) => !c.given).length,
    tightest: sum.tightest && { check: sum.tightest.check, stage: sum.byId.get(sum.tightest.stage)!.title },
  };
}

export const load = async ({ locals, url }) => {
  const account = signedIn(locals);
  const archived = url.searchParams.has('archived');
  const [shown, others] = await Promise.all([listBoards(account.id, archived), listBoards(account.id, !archived)]);
  return { boards: await Promise.all(shown.map(card)), archived, others: others.length };
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
    redirect(303, `/boards/${await createBoard(account.id, read.value)}`);
  },
};
