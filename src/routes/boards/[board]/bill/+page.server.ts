import { error } from '@sveltejs/kit';
import { parseNumber } from '../../../../core/quantity/parse.ts';
import type { Price } from '../../../../core/order/prices.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { setPrice } from '$lib/server/repositories/prices.ts';
import { listStock, reserve, useUp, type Taken } from '$lib/server/repositories/stock.ts';

export const load = async ({ locals, params }) => {
  const board = await ownBoard(locals, params.board);
  return { stock: await listStock(board.accountId, board.id) };
};

const MOST_BREAKS = 12;

/** Price breaks as they are typed, “1: 0.12, 10: 0.09”, or one price alone. */
function readBreaks(text: string): Price['breaks'] | string {
  const entries = text
    .split(/[,;\n]+/)
    .map((e) => e.trim())
    .filter(Boolean);
  if (!entries.length) return 'Write a price, or prices from so many pieces: 1: 0.12, 10: 0.09.';
  if (entries.length > MOST_BREAKS) return `At most ${MOST_BREAKS} price breaks are kept.`;
  const breaks: { from: number; price: number }[] = [];
  for (const entry of entries) {
    const [from, price] = entry.includes(':') ? entry.split(':').map((t) => t.trim()) : ['1', entry];
    const [count, amount] = [Number(from), parseNumber(price ?? '', '')];
    if (!Number.isInteger(count) || count < 1) return `“${entry}”: how many is a whole number from 1.`;
    if (!amount.ok || amount.value < 0) return `“${entry}”: ${amount.ok ? 'a price is not below zero.' : amount.message}`;
    breaks.push({ from: count, price: amount.value });
  }
  return breaks.sort((a, b) => a.from - b.from);
}

/** A whole number of a form, or none where it is left out. */
function wholeOf(form: FormData, name: string): number | null | string {
  const text = textOf(form, name, 12);
  if (!text) return null;
  const value = Number(text);
  return Number.isInteger(value) && value >= 1 && value <= 1e6 ? value : `“${text}” is no whole number from 1 to a million.`;
}

export const actions = {
  price: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    const part = textOf(form, 'part', 200);
    if (!part) error(422, 'Which part?');
    if (form.has('forget')) {
      await setPrice(board.accountId, part, null);
      return { form: part, message: '', done: 'The usual price counts again.' };
    }
    const breaks = readBreaks(textOf(form, 'breaks', 400));
    const [minimum, multiple] = [wholeOf(form, 'minimum'), wholeOf(form, 'multiple')];
    const wrong = [breaks, minimum, multiple].find((x) => typeof x === 'string');
    const typed = {
      breaks: textOf(form, 'breaks', 400),
      minimum: textOf(form, 'minimum', 12),
      multiple: textOf(form, 'multiple', 12),
      code: textOf(form, 'code', 80),
    };
    if (typeof wrong === 'string') return problem(part, wrong, typed, 422);
    const price: Price = {
      breaks: breaks as Price['breaks'],
      ...(minimum === null ? {} : { minimum: minimum as number }),
      ...(multiple === null ? {} : { multiple: multiple as number }),
      ...(typed.code ? { code: typed.code } : {}),
    };
    if (!(await setPrice(board.accountId, part, price))) return problem(part, 'Your list of prices is full. Forget some first.', typed, 409);
    return { form: part, message: '', done: 'Kept.' };
  },
  reserve: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const text = textOf(await request.formData(), 'taken', 200_000);
    const taken: Taken = text
      .split(' ')
      .filter(Boolean)
      .map((entry) => ({ id: entry.split(':')[0]!, count: Number(entry.split(':')[1]) }))
      .filter((t) => Number.isInteger(t.count) && t.count > 0);
    if (!(await reserve(board.accountId, board.id, taken))) error(404, 'There is no such board on your shelf.');
    return { form: 'stock', message: '', done: taken.length ? 'They are kept for this board.' : 'Nothing is kept for this board any more.' };
  },
  used: async ({ locals, params }) => {
    const board = await ownBoard(locals, params.board);
    const pieces = await useUp(board.accountId, board.id);
    return { form: 'stock', message: '', done: `${pieces} ${pieces === 1 ? 'piece has' : 'pieces have'} left the drawer.` };
  },
};
