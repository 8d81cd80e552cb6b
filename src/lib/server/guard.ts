import { error, redirect } from '@sveltejs/kit';
import { findBoard, type Board } from './repositories/boards.ts';

/** The signed-in account; others are sent to the door. */
export function signedIn(locals: App.Locals): NonNullable<App.Locals['account']> {
  if (!locals.account) redirect(303, '/');
  return locals.account;
}

/** A board of the signed-in account. One that belongs to somebody else is as absent as one that does not exist. */
export async function ownBoard(locals: App.Locals, id: string): Promise<Board> {
  const account = signedIn(locals);
  const board = await findBoard(account.id, id);
  if (!board) error(404, 'There is no such board on your shelf.');
  return board;
}
