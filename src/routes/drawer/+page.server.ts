import { error } from '@sveltejs/kit';
import { MOST_STOCK, readStock, readStockItem, STOCK_RATINGS, type TypedStock } from '../../core/files/drawer-csv.ts';
import { notTaken, problem, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { listMeasured } from '$lib/server/repositories/measured-parts.ts';
import { addStock, changeStock, listStock, removeStock, restoreStock } from '$lib/server/repositories/stock.ts';

const LARGEST = 1024 * 1024;
const FULL = `A drawer holds at most ${MOST_STOCK} lines. Remove some first; nothing was stored.`;

export const load = async ({ locals }) => {
  const account = signedIn(locals);
  return { stock: await listStock(account.id), measured: await listMeasured(account.id) };
};

/** A part as a form types it. */
const typedStock = (form: FormData): TypedStock => ({
  sort: textOf(form, 'sort', 40),
  value: textOf(form, 'value', 130),
  tolerance: textOf(form, 'tolerance', 20),
  package: textOf(form, 'package', 60),
  count: textOf(form, 'count', 12),
  place: textOf(form, 'place', 100),
  ratings: Object.fromEntries(Object.keys(STOCK_RATINGS).map((name) => [name, textOf(form, name, 20)])),
});

const flat = ({ ratings, ...typed }: TypedStock): Record<string, string> => ({ ...typed, ...ratings });
const words = (issues: readonly { path: string; message: string }[]) => issues.map((i) => `${i.path}: ${i.message}`).join('\n');
const pieces = (n: number) => `${n} ${n === 1 ? 'line' : 'lines'}`;

export const actions = {
  add: async ({ locals, request }) => {
    const account = signedIn(locals);
    const typed = typedStock(await request.formData());
    const read = readStockItem(typed);
    if (!read.ok) return problem('add', words(read.issues), flat(typed), 422);
    if (!(await addStock(account.id, [read.item]))) return problem('add', FULL, flat(typed), 409);
    return { form: 'add', message: '', done: 'It lies in the drawer.' };
  },
  save: async ({ locals, request }) => {
    const account = signedIn(locals);
    const form = await request.formData();
    const id = textOf(form, 'id', 36);
    const typed = typedStock(form);
    const read = readStockItem(typed);
    if (!read.ok) return problem(id, words(read.issues), flat(typed), 422);
    if (!(await changeStock(account.id, id, read.item))) error(404, 'There is no such part in your drawer.');
    return { form: id, message: '', done: 'Kept.' };
  },
  remove: async ({ locals, request }) => {
    const ids = (await request.formData()).getAll('id').filter((v) => typeof v === 'string');
    const gone = await removeStock(signedIn(locals).id, ids);
    return { form: 'list', message: '', done: `${pieces(gone)} taken out.`, removed: ids.join(' ') };
  },
  restore: async ({ locals, request }) => {
    const ids = textOf(await request.formData(), 'ids', 80_000)
      .split(' ')
      .filter(Boolean);
    const back = await restoreStock(signedIn(locals).id, ids);
    return { form: 'list', message: '', done: `${pieces(back)} put back.` };
  },
  import: async ({ locals, request }) => {
    const account = signedIn(locals);
    const form = await request.formData();
    const file = form.get('file');
    const pasted = textOf(form, 'text', 100_000);
    if (file instanceof File && file.size > LARGEST) return problem('list', 'The file is larger than 1 MB, which no drawer is. Nothing was stored.', {}, 413);
    const text = file instanceof File && file.size > 0 ? await file.text() : pasted;
    if (!text) return problem('list', 'Paste a list, or choose a CSV file, first.');
    const read = readStock(text);
    if (!read.ok) return notTaken('list', read.issues);
    if (!(await addStock(account.id, read.items))) return problem('list', FULL, {}, 409);
    return { form: 'list', message: '', done: `${pieces(read.items.length)} added.` };
  },
};
