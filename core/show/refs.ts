import type {
  BenchAmount,
  ConsumableNeed,
  Demo,
  DemoBench,
  KitNeed,
  PrepTask,
  Reset,
  Variant,
  VariantAmount,
  Who,
  Worn,
} from './demo';
import type { Problem } from './problem';
import { refs, refsOf, withRefs, type Ref, type RefKind } from './references';
import type {
  Acknowledgement,
  ColdPlan,
  CrewPlace,
  ExtraKit,
  Item,
  Option,
  Setting,
  Show,
  ShowFile,
  TaskChoice,
} from './show';

/** Every reference between documents, declared once. */

const whoRefs = refs<Who>().single('value', 'person', { when: (who) => who.kind === 'person' });
const goodRefs = <T extends { goodId: string }>() =>
  refs<T>().single('goodId' as never, 'good', { gone: 'entry' });

const prepRefs = refs<PrepTask>()
  .inside('who', whoRefs)
  .many('holds', 'good')
  .single('fills', 'good')
  .single('chilledIn', 'good');
const benchRefs = refs<DemoBench>().each('amounts', goodRefs<BenchAmount>());
const wornRefs = refs<Worn>().single('goodId', 'good', { gone: 'entry' });

export const demoRefs = refs<Demo>()
  .each('prep', prepRefs)
  .inside('reset', refs<Reset>().inside('who', whoRefs))
  .each('kit', goodRefs<KitNeed>())
  .each('consumables', goodRefs<ConsumableNeed>())
  .each('worn', wornRefs)
  .each('benches', benchRefs)
  .each(
    'variants',
    refs<Variant>()
      .each('amounts', goodRefs<VariantAmount>())
      .each('prep', prepRefs)
      .each('kit', goodRefs<KitNeed>())
      .each('consumables', goodRefs<ConsumableNeed>())
      .each('worn', wornRefs)
      .each('benches', benchRefs),
  )
  .single('standByDemoId', 'demo');

const itemRefs = refs<Item>()
  .single('demoId', 'demo', { gone: 'entry' })
  .single('presenterId', 'person')
  .many('helperIds', 'person')
  .each('tasks', refs<TaskChoice>().single('personId', 'person').single('inItemId', 'item'))
  .single('resetBy', 'person')
  .single('setUpIn', 'item')
  .each('settings', refs<Setting>().single('bestOf', 'item'))
  .each('options', refs<Option>().single('demoId', 'demo', { gone: 'entry' }));

export const showRefs = refs<Show>()
  .single('venueId', 'venue', { gone: 'stays' })
  .each('crew', refs<CrewPlace>().single('personId', 'person', { gone: 'entry' }))
  .each('items', itemRefs)
  .each('extraKit', goodRefs<ExtraKit>())
  .each('cold', goodRefs<ColdPlan>())
  .each('acknowledged', refs<Acknowledgement>().single('personId', 'person', { gone: 'entry' }));

/** Everything that a document of a kind names in other documents. */
export function namesOf(kind: string, document: object): Ref[] {
  if (kind === 'demo') return refsOf(demoRefs, document as Demo).filter((ref) => ref.kind !== 'item');
  if (kind === 'show') return refsOf(showRefs, document as Show).filter((ref) => ref.kind !== 'item');
  return [];
}

/** A document with everything it names in others put through `to`; for bringing documents in under new ids. */
export function withDocumentRefs<T extends object>(
  kind: string,
  document: T,
  to: (kind: RefKind, id: string) => string,
): T {
  const outside = (kind: RefKind, id: string) => (kind === 'item' ? id : to(kind, id));
  if (kind === 'demo') return withRefs(demoRefs, document as object as Demo, outside) as object as T;
  if (kind === 'show') return withRefs(showRefs, document as object as Show, outside) as object as T;
  return document;
}

/** Names that lead nowhere, each at its field; `where` closes the sentence ("in this file"). */
export const missing = (
  named: readonly Ref[],
  known: (kind: RefKind, id: string) => boolean,
  where: string,
): Problem[] =>
  named
    .filter(({ kind, id }) => !known(kind, id))
    .map(({ kind, id, path }) => ({ path, message: `There is no ${kind} “${id}” ${where}.` }));

/** References of a show file that lead nowhere within it. */
export function fileRefProblems(file: ShowFile): Problem[] {
  const known: Record<RefKind, Set<string>> = {
    demo: ids(file.demos),
    venue: ids([file.venue]),
    person: ids(file.crew),
    good: ids(file.stock),
    item: ids(file.show.items),
  };
  const named = [
    ...refsOf(showRefs, file.show, 'show'),
    ...file.demos.flatMap((demo, i) => refsOf(demoRefs, demo, `demos[${i}]`)),
  ];
  // An item that is not there is no earlier item either, which is said in its own words.
  const ofOthers = named.filter((ref) => ref.kind !== 'item');
  return missing(ofOthers, (kind, id) => known[kind].has(id), 'in this file');
}

const ids = (list: readonly { id: string }[]) => new Set(list.map((d) => d.id));

/** The show without what it names of things that are gone; a venue that is gone has to be chosen again. */
export const withoutGone = (show: Show, known: (kind: RefKind, id: string) => boolean): Show =>
  withRefs(showRefs, show, (kind, id) => (kind === 'item' || known(kind, id) ? id : undefined));

/** Items without references to items that do not come before them. The same list where all is well. */
export function withoutForwardRefs(items: Item[]): Item[] {
  const before = new Set<string>();
  let clean = true;
  const next = items.map((item) => {
    const kept = withRefs(itemRefs, item, (kind, id) => (kind !== 'item' || before.has(id) ? id : undefined));
    if (kept !== item) clean = false;
    before.add(item.id);
    return kept;
  });
  return clean ? items : next;
}

/** Ids of the documents that a show needs, its demos' own needs and stand-ins included. */
export function needed(
  show: Show,
  demos: ReadonlyMap<string, Demo>,
): Record<Exclude<RefKind, 'item'>, Set<string>> {
  const out = {
    demo: new Set<string>(),
    venue: new Set<string>(),
    person: new Set<string>(),
    good: new Set<string>(),
  };
  const open = refsOf(showRefs, show);
  for (let ref = open.pop(); ref; ref = open.pop()) {
    if (ref.kind === 'item' || out[ref.kind].has(ref.id)) continue;
    out[ref.kind].add(ref.id);
    const demo = ref.kind === 'demo' ? demos.get(ref.id) : undefined;
    if (demo) open.push(...refsOf(demoRefs, demo));
  }
  return out;
}
