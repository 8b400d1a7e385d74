/** Something two versions of a document say differently: where, from the outside in, and what each of them says. */
export interface Difference {
  at: string[];
  mine: string;
  theirs: string;
}

type Fields = Record<string, unknown>;

/**
 * What two versions of a document say differently, each place once; of a list, entries with an id are matched by it. What
 * is empty is as good as absent.
 */
export function differences(mine: unknown, theirs: unknown, at: string[] = []): Difference[] {
  if (isFields(mine) && isFields(theirs))
    return unionOf(Object.keys(theirs), Object.keys(mine)).flatMap((key) =>
      differences(mine[key], theirs[key], [...at, inWords(key)]),
    );
  const [ours, others] = [byId(mine), byId(theirs)];
  if (ours && others) {
    const inside = unionOf([...others.keys()], [...ours.keys()]).flatMap((id) =>
      differences(ours.get(id), others.get(id), [...at, called((others.get(id) ?? ours.get(id))!)]),
    );
    const common = (a: Map<string, Fields>, b: Map<string, Fields>) =>
      [...a.keys()].filter((id) => b.has(id)).join();
    return common(ours, others) === common(others, ours)
      ? inside
      : [...inside, { at, mine: 'in another order', theirs: 'in another order' }];
  }
  return (isEmpty(mine) && isEmpty(theirs)) || JSON.stringify(mine) === JSON.stringify(theirs)
    ? []
    : [{ at, mine: display(mine), theirs: display(theirs) }];
}

const isEmpty = (value: unknown): boolean =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const unionOf = (one: readonly string[], other: readonly string[]) => [...new Set([...one, ...other])];

/** A list whose entries all have an id; undefined where there is another value. Absent is an empty list. */
function byId(value: unknown): Map<string, Fields> | undefined {
  if (!Array.isArray(value)) return undefined;
  const list = value as unknown[];
  if (list.length === 0 || !list.every((entry) => isFields(entry) && typeof entry.id === 'string'))
    return undefined;
  return new Map((list as Fields[]).map((entry) => [entry.id as string, entry]));
}

const called = ({ title, name, text, id }: Fields): string =>
  `“${[title, name, text, id].find((word) => typeof word === 'string' && word !== '') as string}”`;

/** The name of a field as people say it: "likelyS" is "likely s". */
const inWords = (key: string) => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** The most of a text that is shown. */
const MOST_SAID = 80;

function display(value: unknown): string {
  if (isEmpty(value)) return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value))
    return value.length > 0 && value.every((entry) => typeof entry === 'string' || typeof entry === 'number')
      ? shortened(value.join(', '))
      : `${value.length} ${value.length === 1 ? 'entry' : 'entries'}`;
  if (isFields(value)) return Object.keys(value).length ? called({ id: 'something', ...value }) : 'nothing';
  return shortened(String(value as string | number));
}

const shortened = (text: string) => (text.length > MOST_SAID ? `${text.slice(0, MOST_SAID)} …` : text);
