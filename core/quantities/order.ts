/** Ids, days (2026-12-12) and times of day in the order of their characters: the same on every machine. For `sort`. */
export const inOrderOfText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** Names as an English reader looks them up, capitals and accents aside. For `sort`. */
export const inOrderOfName = (a: string, b: string): number => a.localeCompare(b, 'en');

/** A text as it is looked for: without capitals and accents. */
export const plainText = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
