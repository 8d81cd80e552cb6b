import { getContext, setContext } from 'svelte';

/** What margin bars of a board share: the highest ambient and the comfort margin. */
export interface Scale {
  ambientHigh: number;
  comfort: number;
}

const KEY = Symbol('scale');

export const provideScale = (scale: () => Scale): void => void setContext(KEY, scale);
export const useScale = (): (() => Scale) => getContext<(() => Scale) | undefined>(KEY) ?? (() => ({ ambientHigh: 25, comfort: 0.1 }));
