import { redirect } from '@sveltejs/kit';
import { FORMAT, VERSION } from '../../../core/board/document.ts';
import { STATE_IDS } from '../../../core/stage/contract.ts';
import { checkBoard } from '../../../core/files/board-file.ts';
import { emptyBrief, readBrief, type BriefText } from '$lib/ui/board/brief-form.ts';
import { textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { createBoard, FULL } from '$lib/server/repositories/boards.ts';
import { fail } from '@sveltejs/kit';

export const load = ({ locals }) => {
  signedIn(locals);
};

function textFrom(form: FormData): BriefText {
  const text = emptyBrief();
  for (const key of ['name', 'purpose', 'copies', 'quantity', 'currency', 'ambient', 'enclosure', 'derating', 'comfort', 'judgeBy'] as const)
    text[key] = textOf(form, key);
  text.hazards = form.getAll('hazards').filter((h) => typeof h === 'string');
  text.states = Object.fromEntries(STATE_IDS.map((id) => [id, textOf(form, `state-${id}`)]));
  return text;
}

export const actions = {
  default: async ({ locals, request }) => {
    const account = signedIn(locals);
    const text = textFrom(await request.formData());
    const { doc, problems } = readBrief(text, { format: FORMAT, version: VERSION, name: '', stages: [] });
    if (Object.keys(problems).length) return fail(400, { text, problems, message: '' });
    const read = checkBoard(doc);
    if (!read.ok) return fail(400, { text, problems: {}, message: read.issues.map((i) => `${i.path}: ${i.message}`).join('\n') });
    const id = await createBoard(account.id, read.value);
    if (!id) return fail(409, { text, problems: {}, message: FULL });
    redirect(303, `/boards/${id}`);
  },
};
