/** An id is no longer than this. */
const MOST_LETTERS = 64;

/**
 * One id from several texts. Texts that are too long, or have letters that no id may have, end in a hash of the whole,
 * so that two of them never become one. Pure.
 */
export function toId(...parts: string[]): string {
  const whole = parts.join('_');
  const id = whole.replace(/[^A-Za-z0-9_-]/g, '-');
  if (id === whole && id.length <= MOST_LETTERS) return id;
  const end = `-${fnv1a(whole)}`;
  return id.slice(0, MOST_LETTERS - end.length) + end;
}

/** The 64-bit FNV-1a hash (Fowler, Noll and Vo; RFC 9923) of a text's UTF-16 units, in base 36. */
function fnv1a(text: string): string {
  let hash = 0xcbf29ce484222325n;
  for (let i = 0; i < text.length; i++)
    hash = BigInt.asUintN(64, (hash ^ BigInt(text.charCodeAt(i))) * 0x100000001b3n);
  return hash.toString(36);
}
