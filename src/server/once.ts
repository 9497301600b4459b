/** Values that exist once a process, although the route handlers' bundles may load a module several times. */
const store = globalThis as unknown as { dathen?: Map<string, unknown> };

/** Forgets a value, so that the next call makes it anew. */
export function forget(name: string): void {
  store.dathen?.delete(name);
}

/** The value under this name, made at the first call. */
export function once<T>(name: string, make: () => T): T {
  store.dathen ??= new Map();
  if (!store.dathen.has(name)) store.dathen.set(name, make());
  return store.dathen.get(name) as T;
}
