import { mustKind } from '../../../../core/kinds/index.ts';
import { learn } from '$lib/state/tellings.ts';

export const load = async ({ parent, data }) => {
  const { board } = await parent();
  await learn(board.doc.stages.map((s) => mustKind(s.kind)));
  return data;
};
