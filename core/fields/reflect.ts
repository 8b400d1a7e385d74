/**
 * What class-transformer asks of a polyfill when `@Type` is used: types that the compiler recorded. Ours records none, so
 * that the answer is always the same, and the polyfill (20 kB) is not needed.
 */
const reflect = Reflect as { getMetadata?: (...asked: unknown[]) => undefined };
reflect.getMetadata ??= () => undefined;

export {};
