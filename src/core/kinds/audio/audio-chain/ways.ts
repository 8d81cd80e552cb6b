import type { Ways } from '../../../stage/ways.ts';

export const ways: Ways = { ways: [['minimumHeadroom', [], []]] };
