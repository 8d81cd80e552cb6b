import { loadKindsOf } from '../../../core/kinds/index.ts';

export const load = async ({ data }) => {
  await loadKindsOf(data.board.doc);
  return data;
};
