import { getContext, setContext } from 'svelte';

/** What margin bars of a board share: the comfort margin. */
export interface Scale {
  comfort: number;
}

const KEY = Symbol('scale');

export const provideScale = (scale: () => Scale): void => void setContext(KEY, scale);
export const useScale = (): (() => Scale) => getContext<(() => Scale) | undefined>(KEY) ?? (() => ({ comfort: 0.1 }));
