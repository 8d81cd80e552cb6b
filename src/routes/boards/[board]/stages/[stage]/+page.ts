import { kindOf } from '../../../../../core/kinds/index.ts';
import { learn } from '$lib/state/tellings.ts';

export const load = async ({ params, parent }) => {
  const { board } = await parent();
  const kind = kindOf(board.doc.stages.find((s) => s.id === params.stage)?.kind ?? '');
  if (kind) await learn([kind]);
};
