/** A property that is worked out when it is first read. */
export function lazily<T extends object, K extends keyof T & string>(of: T, key: K, work: () => T[K]): void {
  Object.defineProperty(of, key, {
    configurable: true,
    enumerable: true,
    get: () => {
      const value = work();
      Object.defineProperty(of, key, { value, enumerable: true, configurable: true });
      return value;
    },
  });
}
