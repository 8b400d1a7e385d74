/** A number at the head of a text, and what follows it; or why it cannot be read (nothing said where there is none). */
export type Head =
  { ok: true; value: number; rest: string; spelt: boolean } | { ok: false; message: string | undefined };

/** ½ as " 1/2", "a cup and a half" as "1.5 cup", every kind of blank as one, of minus and times signs the plain ones. */
export const plainSigns = (text: string): string =>
  text
    .replace(/[¼-¾⅐-⅞]/g, (c) => ` ${c.normalize('NFKC').replace('⁄', '/')}`)
    .replace(/\s/g, ' ')
    .replace(/[−–]/g, '-')
    .replace(/[×*]/g, 'x')
    .trim()
    .replace(/^(?:an?|one) (.+) and a half$/i, '1.5 $1')
    .replace(/^(\d+) (.+) and a half$/i, '$1.5 $2');

/** A comma and three digits: a thousand to some, a decimal to others. */
const TWO_WAYS = /^([1-9]\d{0,2})((?:,\d{3})+)(?![\d.,])/;
/** A point and three digits, the last of them 0: nobody measures so, and no figure of ours ends so. */
const TWO_WAYS_BY_POINT = /^([1-9]\d{0,2})(\.\d\d0)(?![\d.,])/;

/** What is said where a number can be read in two ways; undefined where it cannot. It is asked about, never guessed. */
export function twoWays(text: string): string | undefined {
  const found = TWO_WAYS.exec(text) ?? TWO_WAYS_BY_POINT.exec(text);
  if (!found) return undefined;
  const [written, first, groups] = [found[0], found[1]!, found[2]!];
  const decimal = Number(`${first}.${groups.slice(1)}`);
  const other =
    groups.length > 4 ? '' : ` or ${groups.startsWith('.') ? decimal : `${first}.${groups.slice(1)}`}`;
  return `“${written}” can be read in two ways. Write ${first}${groups.replace(/[.,]/g, '')}${other}.`;
}

const WORDS: [RegExp, number][] = [
  [/^half an? /i, 0.5],
  [/^half /i, 0.5],
  [/^a half /i, 0.5],
  [/^(?:a )?quarter (?:of an? )?/i, 0.25],
  [/^an? /i, 1],
  ...'one two three four five six seven eight nine ten eleven twelve'
    .split(' ')
    .map((word, i): [RegExp, number] => [new RegExp(`^${word} `, 'i'), i + 1]),
];

/**
 * Reads the number a text begins with: "1.5", "1,5", ".5", "1 000", "1,234.5", "1/2", "1 1/2", "1-1/2", "a", "two",
 * "half a".
 * Expects plain signs.
 */
export function numberHead(text: string): Head {
  const mixed = /^(\d+)(?: +| *- *)(\d+)\/(\d+)/.exec(text);
  if (mixed) return head(text, mixed[0], Number(mixed[1]) + Number(mixed[2]) / Number(mixed[3]));
  const fraction = /^(\d+)\/(\d+)/.exec(text);
  if (fraction) return head(text, fraction[0], Number(fraction[1]) / Number(fraction[2]));
  const message = twoWays(text);
  if (message !== undefined) return { ok: false, message };
  const grouped =
    /^([1-9]\d{0,2}(?: \d{3})+)([.,]\d+)?(?![\d/])/.exec(text) ??
    /^([1-9]\d{0,2}(?:,\d{3})+)(\.\d+)(?!\d)/.exec(text) ??
    /^([1-9]\d{0,2}(?:\.\d{3})+)(,\d+)(?!\d)/.exec(text);
  if (grouped)
    return head(
      text,
      grouped[0],
      Number(grouped[1]!.replace(/[ .,]/g, '') + (grouped[2] ?? '').replace(',', '.')),
    );
  const decimal = /^(?:\d+(?:[.,]\d+)?|[.,]\d+)(?![\d.,]*[\d/])/.exec(text);
  if (decimal) return head(text, decimal[0], Number(decimal[0].replace(',', '.')));
  for (const [word, value] of WORDS) {
    const found = word.exec(text);
    if (found) return head(text, found[0], value, true);
  }
  return { ok: false, message: undefined };
}

const head = (text: string, read: string, value: number, spelt = false): Head =>
  Number.isFinite(value)
    ? { ok: true, value, rest: text.slice(read.length).trimStart(), spelt }
    : { ok: false, message: undefined };
