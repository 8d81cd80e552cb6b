import { error } from '@sveltejs/kit';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { event as logged } from '$lib/server/log.ts';
import { listComments, listLinks, makeLink, withdrawLink } from '$lib/server/repositories/reviews.ts';
import { findRevision } from '$lib/server/repositories/revisions.ts';

export const load = async ({ locals, params, depends }) => {
  depends('board:comments');
  const board = await ownBoard(locals, params.board);
  return {
    links: (await listLinks(board.id)).map(({ tokenHash: _, boardId: __, ...link }) => link),
    comments: await listComments(board.id),
  };
};

const DAYS = [1, 7, 30, 90];

export const actions = {
  make: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    const [title, letter, days] = [textOf(form, 'title', 80), textOf(form, 'letter', 4) || null, Number(textOf(form, 'days', 4))];
    if (!title) return problem('make', 'Say for whom the link is: the list is what you know them by.');
    if (!DAYS.includes(days)) return problem('make', 'Choose how long the link stays open.');
    if (letter && !(await findRevision(board.accountId, board.id, letter))) return problem('make', `There is no revision ${letter}.`);
    const token = await makeLink(board.accountId, board.id, { title, comments: textOf(form, 'mode', 10) === 'comment', letter, days });
    if (!token) return problem('make', 'This board has as many links as are kept. Withdraw some: they go with the board.', {}, 409);
    logged('a review link was made', { account: board.accountId, board: board.id });
    return { form: 'make', message: '', done: `/review/${token}` };
  },
  withdraw: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const id = textOf(await request.formData(), 'id', 36);
    if (!(await withdrawLink(board.id, id))) error(404, 'There is no such open link.');
    logged('a review link was withdrawn', { account: board.accountId, board: board.id, link: id });
    return { form: 'withdraw', message: '', done: 'The link opens nothing any more.' };
  },
};
