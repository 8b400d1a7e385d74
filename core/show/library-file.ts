import { Equals, IsOptional } from 'class-validator';
import { Many } from '../fields';
import { Demo } from './demo';
import { PictureFile } from './picture';
import type { Checked, Problem } from './problem';
import { demoRefs, missing } from './refs';
import { refsOf, withRefs, type RefKind } from './references';
import { Good } from './good';
import { check, demoProblems } from './validate';

export const LIBRARY_FORMAT = 'hearty-stage/library';
export const LIBRARY_VERSION = 1;

/** Demos with the goods they want, out of one troupe's library and into another's. */
export class LibraryFile {
  @Equals(LIBRARY_FORMAT, { message: `must be "${LIBRARY_FORMAT}"` }) format!: typeof LIBRARY_FORMAT;
  @Equals(LIBRARY_VERSION, { message: `must be ${LIBRARY_VERSION}, the newest version this program knows` })
  version!: typeof LIBRARY_VERSION;
  @Many(() => Demo) demos!: Demo[];
  @Many(() => Good, 2000) goods!: Good[];
  /** The pictures that the demos name; absent where they were left out. */
  @IsOptional() @Many(() => PictureFile, 3000) pictures?: PictureFile[];
}

/** What a library file is held against. */
export interface LibraryHere {
  demos: readonly Demo[];
  goods: readonly Good[];
}

/**
 * Demos as a library file: with the goods they name, and without what belongs to one troupe alone (who does a task, a
 * stand-by demo that does not come along, how much is on the shelf). Pictures that are not given are left out. Pure.
 */
export function libraryFileOf(
  demos: readonly Demo[],
  goods: readonly Good[],
  pictures: readonly PictureFile[] = [],
): LibraryFile {
  const shown = new Set(pictures.map((p) => p.id));
  const coming = new Set(demos.map((d) => d.id));
  const own = demos.map((demo) =>
    withPictures(
      forAnyone(
        withRefs(demoRefs, demo, (kind, id) =>
          kind === 'good' || (kind === 'demo' && coming.has(id)) ? id : undefined,
        ),
      ),
      shown,
    ),
  );
  const wanted = new Set(
    own.flatMap((d) => refsOf(demoRefs, d).flatMap((r) => (r.kind === 'good' ? r.id : []))),
  );
  return {
    format: LIBRARY_FORMAT,
    version: LIBRARY_VERSION,
    demos: own,
    goods: goods.filter((g) => wanted.has(g.id)).map((g) => ({ ...g, onShelf: 0 })),
    ...(pictures.length > 0 && { pictures: [...pictures] }),
  };
}

/** The ids of the pictures of some demos, each once. */
export const picturesOf = (demos: readonly Demo[]): string[] => [
  ...new Set(demos.flatMap((d) => (d.pictures ?? []).map((p) => p.id))),
];

/** A demo with those of its pictures that are at hand. */
function withPictures({ pictures = [], ...demo }: Demo, atHand: ReadonlySet<string>): Demo {
  const kept = pictures.filter((p) => atHand.has(p.id));
  return kept.length ? { ...demo, pictures: kept } : demo;
}

/** A person who is not known elsewhere is anyone. */
function forAnyone(demo: Demo): Demo {
  const free = <T extends { who: { kind: string } }>(task: T): T =>
    task.who.kind === 'person' ? { ...task, who: { kind: 'anyone' } } : task;
  return {
    ...demo,
    prep: demo.prep.map(free),
    ...(demo.reset && { reset: free(demo.reset) }),
    ...(demo.variants && {
      variants: demo.variants.map((v) => (v.prep ? { ...v, prep: v.prep.map(free) } : v)),
    }),
  };
}

/** Reads an untrusted value as a library file. Errors: every problem with its path. */
export function readLibraryFile(value: unknown): Checked<LibraryFile> {
  const read = check(LibraryFile, value);
  if (!read.ok) return read;
  const { demos, goods, pictures = [] } = read.value;
  const known: Partial<Record<RefKind, Set<string>>> = {
    demo: new Set(demos.map((d) => d.id)),
    good: new Set(goods.map((g) => g.id)),
  };
  const problems: Problem[] = [
    ...demos.flatMap((demo, i) => demoProblems(demo, `demos[${i}]`)),
    ...missing(
      demos.flatMap((demo, i) => refsOf(demoRefs, demo, `demos[${i}]`)),
      (kind, id) => known[kind]?.has(id) ?? false,
      'in this file',
    ),
    ...twice(demos, 'demos'),
    ...twice(goods, 'goods'),
    ...twice(pictures, 'pictures'),
    ...demos.flatMap((demo, i) =>
      (demo.pictures ?? []).flatMap(({ id }, k) =>
        pictures.some((p) => p.id === id)
          ? []
          : [{ path: `demos[${i}].pictures[${k}]`, message: 'This picture is not in this file.' }],
      ),
    ),
  ];
  return problems.length ? { ok: false, problems } : read;
}

const twice = (list: readonly { id: string }[], path: string): Problem[] =>
  list.flatMap(({ id }, i) =>
    list.findIndex((other) => other.id === id) < i
      ? [{ path: `${path}[${i}].id`, message: `The id “${id}” is used twice.` }]
      : [],
  );

/** The good of ours that one of a file is: the same id and name, else the same name, sort and unit. */
function oursFor(good: Good, goods: readonly Good[]): Good | undefined {
  const matches = (g: Good) =>
    g.name.trim().toLowerCase() === good.name.trim().toLowerCase() &&
    g.sort === good.sort &&
    g.unit === good.unit;
  return goods.find((g) => g.id === good.id && matches(g)) ?? goods.find(matches);
}

/** One demo of a library file, held against the library here. */
export interface Incoming {
  demo: Demo;
  is: 'new' | 'changed' | 'same';
  /** Names of goods that would be added with it. */
  newGoods: string[];
}

/** What a library file would bring: of each demo whether it is new here, another than ours of that id, or the same. Pure. */
export function incoming(file: LibraryFile, here: LibraryHere): Incoming[] {
  const ours = new Map(file.goods.map((g) => [g.id, oursFor(g, here.goods)]));
  return file.demos.map((demo) => {
    const own = here.demos.find((d) => d.id === demo.id);
    const mapped = withRefs(demoRefs, demo, (kind, id) => (kind === 'good' ? (ours.get(id)?.id ?? id) : id));
    return {
      demo,
      is: !own ? 'new' : asInFile(own, mapped) === asInFile(mapped, own) ? 'same' : 'changed',
      newGoods: [
        ...new Set(
          refsOf(demoRefs, demo).flatMap((r) =>
            r.kind === 'good' && !ours.get(r.id) ? (file.goods.find((g) => g.id === r.id)?.name ?? []) : [],
          ),
        ),
      ],
    };
  });
}

/** What a file may leave out: it makes no other demo of it. */
const MAY_LACK = ['standByDemoId', 'pictures'] as const;

/** A demo as it would stand in a file, as text; without what the other was left without. */
function asInFile(demo: Demo, other: Demo): string {
  const bare = forAnyone(demo);
  for (const field of MAY_LACK) if (other[field] === undefined) delete bare[field];
  return canonical(bare);
}

/**
 * The documents that add some demos of a library file: new goods, and the demos with the ids of goods here. Nothing
 * that is here is overwritten: a demo whose id is taken comes in beside it under another.
 *
 * @param idFor an id that nobody has here yet, the wanted one if it may be
 */
export function broughtIn(
  file: LibraryFile,
  here: LibraryHere,
  demoIds: readonly string[],
  idFor: (kind: 'demo' | 'good', wanted: string) => string,
): { goods: Good[]; demos: Demo[] } {
  const chosen = file.demos.filter((d) => demoIds.includes(d.id));
  const goods: Good[] = [];
  const ids = new Map<string, string>();
  for (const demo of chosen) {
    for (const { kind, id } of refsOf(demoRefs, demo)) {
      if (kind !== 'good' || ids.has(`good ${id}`)) continue;
      const good = file.goods.find((g) => g.id === id)!;
      const ours = oursFor(good, here.goods);
      const as = ours?.id ?? idFor('good', id);
      ids.set(`good ${id}`, as);
      if (!ours) goods.push({ ...good, id: as, onShelf: 0 });
    }
    ids.set(`demo ${demo.id}`, idFor('demo', demo.id));
  }
  const to = (kind: RefKind, id: string) => ids.get(`${kind} ${id}`);
  return {
    goods,
    demos: chosen.map((demo) => ({ ...withRefs(demoRefs, demo, to), id: ids.get(`demo ${demo.id}`)! })),
  };
}

/** JSON with keys in order, so that equal documents compare equal. */
export const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
