import { oddsOf } from '../script';
import { Demo, differences, Item, Show, Venue, type Difference, type ShowFile, type Wording } from '../show';

/** Odds that moved by less say nothing new. Common practice. */
const MOVED = 0.05;
/** So many differences of one thing are told one by one. */
const MOST_TOLD = 4;

/**
 * What is otherwise in a show than when it was last played, by its file as it was then: what is played, the demos
 * themselves, venue and crew, and what the log has learned since. Pure.
 */
export function changedSincePlayed(now: ShowFile, then: ShowFile): string[] {
  return [
    ...order(now, then),
    ...items(now, then),
    ...demos(now, then),
    ...around(now, then),
    ...odds(now, then),
  ];
}

const byId = <T extends { id: string }>(list: readonly T[]) =>
  new Map(list.map((document) => [document.id, document]));

function order(now: ShowFile, then: ShowFile): string[] {
  const [ours, theirs] = [byId(now.show.items), byId(then.show.items)];
  const common = (file: ShowFile, other: ReadonlyMap<string, unknown>) =>
    file.show.items.flatMap((i) => (other.has(i.id) ? [i.id] : []));
  return [
    ...now.show.items.filter((i) => !theirs.has(i.id)).map((i) => `“${i.title}” is new.`),
    ...then.show.items.filter((i) => !ours.has(i.id)).map((i) => `“${i.title}” is no longer played.`),
    ...(common(now, theirs).join() === common(then, ours).join() ? [] : ['The order has changed.']),
  ];
}

function items(now: ShowFile, then: ShowFile): string[] {
  const theirs = byId(then.show.items);
  return now.show.items.flatMap((item): string[] => {
    const was = theirs.get(item.id);
    return was
      ? describeDifferences(`“${item.title}”`, differences(item, was, { type: Item, ...namesIn(now, then) }))
      : [];
  });
}

/** Demos that are played now and were then; by what they are, not by what they are called. */
function demos(now: ShowFile, then: ShowFile): string[] {
  const theirs = byId(then.demos);
  return played(now).flatMap((demo): string[] => {
    const was = theirs.get(demo.id);
    return was
      ? describeDifferences(
          `The demo “${demo.title}”`,
          differences(demo, was, { type: Demo, ...namesIn(now, then) }),
        )
      : [];
  });
}

function played({ show, demos }: ShowFile): Demo[] {
  const ids = new Set(
    show.items.flatMap(({ demoId, options = [] }) => [demoId, ...options.map((o) => o.demoId)]),
  );
  return demos.filter((d) => ids.has(d.id));
}

function around(now: ShowFile, then: ShowFile): string[] {
  const names = ({ crew, show }: ShowFile) =>
    new Map(show.crew.map((c) => [c.personId, crew.find((p) => p.id === c.personId)?.name ?? c.personId]));
  const [ours, theirs] = [names(now), names(then)];
  const { items: _i, crew: _c, id: _id, copyOf: _of, date: _date, venueId: _v, ...show } = now.show;
  const { items: _wi, crew: _wc, id: _wid, copyOf: _wof, date: _wdate, venueId: _wv, ...wasShow } = then.show;
  return [
    ...(now.venue.id === then.venue.id
      ? describeDifferences(now.venue.name, differences(now.venue, then.venue, { type: Venue }))
      : [`It is at ${now.venue.name}; it was at ${then.venue.name}.`]),
    ...[...ours].flatMap(([id, name]) => (theirs.has(id) ? [] : [`${name} is new in the crew.`])),
    ...[...theirs].flatMap(([id, name]) => (ours.has(id) ? [] : [`${name} is no longer in the crew.`])),
    ...describeDifferences('The show', differences(show, wasShow, { type: Show, ...namesIn(now, then) })),
  ];
}

/** What the log has learned of the demos that are played. */
function odds(now: ShowFile, then: ShowFile): string[] {
  const recordIn = ({ record }: ShowFile, demoId: string) => record.find((r) => r.demoId === demoId);
  return played(now).flatMap((demo): string[] => {
    const was = then.demos.find((d) => d.id === demo.id);
    if (!was) return [];
    const [is, before] = [
      oddsOf(recordIn(now, demo.id), demo.guessOdds).mean,
      oddsOf(recordIn(then, demo.id), was.guessOdds).mean,
    ];
    if (Math.abs(is - before) < MOVED) return [];
    return [
      `“${demo.title}” works about ${Math.round(100 * is)} % of the time; it was ${Math.round(100 * before)} %.`,
    ];
  });
}

/** What documents of either file are called, and the units of their goods. */
function namesIn(now: ShowFile, then: ShowFile): Wording {
  const files = [now, then];
  const parameters = files.flatMap((f) => f.demos.flatMap((d) => d.parameters ?? []));
  const titled = [...files.flatMap((f) => [...f.demos, ...f.show.items, ...f.venue.marks]), ...parameters];
  const tasks = files.flatMap((f) => f.demos.flatMap((d) => d.prep));
  const names = new Map([
    ...tasks.map((task) => [task.id, task.title] as const),
    ...titled.map((one) => [one.id, 'title' in one ? one.title : one.name] as const),
    ...files.flatMap((f) => [...f.stock, ...f.crew]).map((one) => [one.id, one.name] as const),
  ]);
  const units = new Map(files.flatMap((f) => f.stock.map((good) => [good.id, good.unit] as const)));
  return { nameOf: (id) => names.get(id), unitOf: (id) => units.get(id) };
}

/** "“Blue flash”: showings 2 → 3; the variant none → large; and 2 more." */
function describeDifferences(what: string, found: readonly Difference[]): string[] {
  if (found.length === 0) return [];
  const lines = found.slice(0, MOST_TOLD).map(({ at, mine, theirs, entry }) => {
    const change = entry ?? (mine === theirs ? mine : `${theirs} → ${mine}`);
    return `${at.join(', ')} ${change}`;
  });
  const more = found.length > MOST_TOLD ? `; and ${found.length - MOST_TOLD} more` : '';
  return [`${what}: ${lines.join('; ')}${more}.`];
}
