import { SvelteMap } from 'svelte/reactivity';
import { tellingOf } from '../../core/kinds/index.ts';
import type { Kind } from '../../core/stage/contract.ts';
import type { AnyTelling } from '../../core/stage/telling.ts';

const known = new SvelteMap<string, AnyTelling>();

/** Loads how kinds are told, once for all pages. */
export async function learn(kinds: readonly Kind[]): Promise<void> {
  await Promise.all(kinds.filter((k) => !known.has(k.id)).map(async (k) => known.set(k.id, await tellingOf(k))));
}

/** How a kind is told; undefined until it is loaded. */
export const told = (kind: Kind): AnyTelling | undefined => known.get(kind.id);
