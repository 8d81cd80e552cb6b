import type { Offer } from '../../../stage/contract.ts';

/** A fan has nothing that is chosen from a series: the least duty that holds is found by the remedies of its checks. */
export const size = (): Offer[] => [];
