import { recordOf } from '$lib/server/bring-up-record.ts';

export const load = async ({ locals, params, url }) => {
  const { everybody: _, ...record } = await recordOf(locals, params.board, url);
  return { record };
};
