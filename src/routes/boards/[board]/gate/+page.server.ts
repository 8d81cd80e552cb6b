import { error, redirect } from '@sveltejs/kit';
import { problem, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { freeze } from '$lib/server/repositories/revisions.ts';

export const actions = {
  freeze: async ({ locals, params, request }) => {
    const account = signedIn(locals);
    const form = await request.formData();
    const frozen = await freeze(account.id, params.board, Number(textOf(form, 'version', 12)), textOf(form, 'note'));
    if (frozen.ok) redirect(303, `/boards/${params.board}/bring-up?revision=${frozen.letter}`);
    if (frozen.reason === 'missing') error(404, 'There is no such board on your shelf.');
    return problem(
      'freeze',
      frozen.reason === 'changed' ? 'The board changed while you looked at it. Look once more, then freeze it.' : 'The gate is not open yet.',
      {},
      409,
    );
  },
};
