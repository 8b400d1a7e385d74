import { fix, type Fix } from '../../findings';
import { formatClock, formatDuration, toClock } from '../../quantities';
import type { Script } from '../../script';
import type { Activity, WhyKind, WorkLink } from './activity';

/** A link with what is needed to speak of it. */
export interface Told {
  script: Script;
  from: Activity;
  to: Activity;
  lagS: number;
  what: string;
}

/** One reason as a row: whether it gives way, and its words wherever it is met. */
interface Reason {
  /** The lower the sooner it is given up, so that the rest can be planned; 'never' is not given up. */
  givesWay: number | 'never';
  /** In a contradiction: what it asks for. Empty where it goes without saying. */
  inCircle: (context: Told) => string;
  /** Behind a wait that ends at `until`: what has to pass first; `because` is what lies behind that. */
  asWait: (context: Told, until: string, because: string) => string;
  /** The least change of its one number by which a circle missed by `excessS` would hold. */
  fixes: (context: Told, excessS: number) => Fix[];
}

const quoted = (activity: Activity) => `“${activity.title}”`;
const clock = ({ script }: Told, s: number) => formatClock(script.upS + s);
const length = ({ lagS }: Told) => formatDuration(Math.abs(lagS));
/** A piece of work with how long it takes: what has to fit before a limit. */
const lasting = (activity: Activity) => `${quoted(activity)} (${formatDuration(activity.lengthS)})`;
/** The latest end that a link back to the origin allows. */
const endBy = (context: Told) => context.from.lengthS - context.lagS;
const person = ({ script, what }: Told) => script.people.get(what)?.name ?? 'nobody';
const good = ({ script, what }: Told) => script.goods.get(what)?.name ?? what;
const none = () => [];
/** Numbers are changed by whole minutes. */
const minutes = (s: number) => Math.ceil(s / 60) * 60;

/** Every reason, in the order of `WhyKind`. A new kind without its row does not compile. */
export const REASONS: Record<WhyKind, Reason> = {
  order: {
    givesWay: 'never',
    inCircle: (t) => `${quoted(t.from)} takes ${length(t)} before ${quoted(t.to)} can begin`,
    asWait: (t) => `it follows ${quoted(t.from)}`,
    fixes: (t, excessS) => shorter(t, excessS),
  },
  'curtain-up': {
    givesWay: 'never',
    inCircle: (t) => `${quoted(t.to)} is played after curtain-up at ${clock(t, 0)}`,
    asWait: () => 'the curtain is still down',
    fixes: none,
  },
  'fixed-from': {
    givesWay: 'never',
    inCircle: (t) => `${quoted(t.to)} may not begin before ${t.what}`,
    asWait: (_t, until) => `it is fixed for ${until}`,
    fixes: (t, excessS) => [fixedAt(t, t.to.itemId, t.lagS - minutes(excessS))],
  },
  'fixed-by': {
    givesWay: 2,
    inCircle: (t) => `${quoted(t.from)} is fixed for ${t.what}`,
    asWait: (t) => `${quoted(t.from)} is fixed for ${t.what}`,
    fixes: (t, excessS) => [fixedAt(t, t.from.itemId, -t.lagS + minutes(excessS))],
  },
  ready: {
    givesWay: 'never',
    inCircle: (t) => `${quoted(t.from)} takes ${length(t)} until it is ready for ${quoted(t.to)}`,
    asWait: (t, until, because) =>
      `${quoted(t.from)} is not ready before ${until}${because && `, because ${because}`}`,
    fixes: (t, excessS) =>
      (t.from.task?.readyAfterS ?? 0) >= excessS
        ? [fix(`Have ${quoted(t.from)} ready ${formatDuration(excessS)} sooner`)]
        : [],
  },
  stale: {
    givesWay: 5,
    inCircle: (t) =>
      `${quoted(t.to)} is stale ${length(t)} after it was begun, and ${quoted(t.from)} needs it fresh`,
    asWait: (t) => `${quoted(t.to)} must still be fresh when it is used`,
    fixes: (t, excessS) => [fix(`Keep ${quoted(t.to)} fresh ${formatDuration(excessS)} longer`)],
  },
  doors: {
    givesWay: 6,
    inCircle: (t) => `${lasting(t.from)} has to be done before doors at ${clock(t, endBy(t))}`,
    asWait: (t) => `${quoted(t.from)} has to be done before doors`,
    fixes: (t, excessS) => [fix(`Do ${quoted(t.from)} ${formatDuration(excessS)} after doors, out of sight`)],
  },
  'in-show': {
    givesWay: 11,
    inCircle: (t) => `${quoted(t.to)} can only be done in the show`,
    asWait: () => 'it can only be done in the show',
    fixes: (t, excessS) => [fix(`Begin ${quoted(t.to)} ${formatDuration(excessS)} before curtain-up`)],
  },
  arrives: {
    givesWay: 15,
    inCircle: (t) => `${quoted(t.to)} waits for ${person(t)}, who arrives at ${clock(t, t.lagS)}`,
    asWait: (t, until) => `${person(t)} arrives at ${until}`,
    fixes: (t, excessS) => [askIn(t.script, t.what, t.lagS - excessS)],
  },
  leaves: {
    givesWay: 9,
    inCircle: (t) => `${lasting(t.from)} has to be done before ${person(t)} leaves at ${clock(t, endBy(t))}`,
    asWait: (t) => `${person(t)} leaves at ${clock(t, endBy(t))}`,
    fixes: (t, excessS) => [askToStay(t.script, t.what, endBy(t) + minutes(excessS))],
  },
  'get-in': {
    givesWay: 14,
    inCircle: (t) => `${quoted(t.to)} waits for the get-in at ${t.what}`,
    asWait: (_t, until) => `the get-in is at ${until}`,
    fixes: (t, excessS) => [fix(`Get in at ${clock(t, t.lagS - minutes(excessS))}`)],
  },
  opens: {
    givesWay: 13,
    inCircle: (t) => `${quoted(t.to)} waits for the house to open at ${t.what}`,
    asWait: (_t, until) => `the house opens at ${until}`,
    fixes: (t, excessS) => [fix(`Have the house opened at ${clock(t, t.lagS - minutes(excessS))}`)],
  },
  closes: {
    givesWay: 8,
    inCircle: (t) => `${lasting(t.from)} has to be done before the house closes at ${t.what}`,
    asWait: (t) => `the house closes at ${t.what}`,
    fixes: (t, excessS) => [fix(`Have the house kept open until ${clock(t, endBy(t) + minutes(excessS))}`)],
  },
  'banned-before': {
    givesWay: 12,
    inCircle: (t) => `${quoted(t.to)} may not begin before ${clock(t, t.lagS)} (${t.what})`,
    asWait: (t, until) => `${t.what} is not allowed before ${until}`,
    fixes: (t, excessS) => [fix(`Have ${t.what} allowed from ${clock(t, t.lagS - minutes(excessS))}`)],
  },
  'banned-after': {
    givesWay: 7,
    inCircle: (t) => `${lasting(t.from)} has to be over by ${clock(t, endBy(t))} (${t.what})`,
    asWait: (t) => `${t.what} is not allowed after ${clock(t, endBy(t))}`,
    fixes: (t, excessS) => [fix(`Have ${t.what} allowed until ${clock(t, endBy(t) + minutes(excessS))}`)],
  },
  'locked-from': {
    givesWay: 'never',
    inCircle: (t) => `${quoted(t.to)} is locked at ${clock(t, t.lagS)}`,
    asWait: (_t, until) => `its start is locked at ${until}`,
    fixes: (t) => unlock(t.to),
  },
  'locked-by': {
    givesWay: 1,
    inCircle: (t) => `${quoted(t.from)} is locked at ${clock(t, -t.lagS)}`,
    asWait: (t) => `${quoted(t.from)} is locked at ${clock(t, -t.lagS)}`,
    fixes: (t) => unlock(t.from),
  },
  'host-from': {
    givesWay: 'never',
    inCircle: (t) => `${quoted(t.to)} is begun in ${quoted(t.from)}`,
    asWait: (t) => `it is begun on stage in ${quoted(t.from)}`,
    fixes: (t) => behindTheScenes(t.to),
  },
  'host-by': {
    givesWay: 4,
    inCircle: (t) =>
      `${quoted(t.from)} takes ${formatDuration(t.from.lengthS)} and has to be done before ${quoted(t.to)} ends, after ${formatDuration(t.to.lengthS)}`,
    asWait: (t) => `it has to be done before ${quoted(t.to)} ends`,
    fixes: (t) => behindTheScenes(t.from),
  },
  reset: {
    givesWay: 'never',
    inCircle: (t) => `${quoted(t.to)} comes after ${quoted(t.from)}`,
    asWait: (t) => `it follows ${quoted(t.from)}`,
    fixes: (t, excessS) =>
      t.to.lengthS >= excessS ? [fix(`Do ${quoted(t.to)} ${formatDuration(excessS)} quicker`)] : [],
  },
  mark: {
    givesWay: 10,
    inCircle: (t) =>
      `the ${t.what} is free for ${quoted(t.to)} only ${length(t)} after ${quoted(t.from)} ${t.from.kind === 'reset' ? 'is begun' : 'begins'}`,
    asWait: (t, until) =>
      t.from.kind === 'reset'
        ? `the ${t.what} is still being reset (${quoted(t.from)}) until ${until}`
        : `the ${t.what} is taken by ${quoted(t.from)} until ${until}`,
    fixes: (t) => [fix(`Do ${quoted(t.to)} on another mark`)],
  },
  kit: {
    givesWay: 3,
    inCircle: (t) =>
      `${quoted(t.to)} needs the ${good(t)} that ${quoted(t.from)} has in use for ${length(t)}`,
    asWait: (t, until) =>
      `“${good(t)}” is in use, or not yet dry, clean or cool again after ${quoted(t.from)}, until ${until}`,
    fixes: (t) => [bringKit(t.script, t.what)],
  },
  hands: {
    givesWay: 'never',
    inCircle: (t) => `${person(t)} does ${quoted(t.from)} before ${quoted(t.to)}`,
    asWait: (t, until) =>
      `${person(t)} has no free hands before ${until} (${t.from.kind === 'item' ? 'on stage in ' : ''}${quoted(t.from)})`,
    fixes: none,
  },
};

/** How readily a link is given up; Infinity where it never is. */
export const softness = ({ why }: WorkLink): number => {
  const { givesWay } = REASONS[why.kind];
  return givesWay === 'never' ? Infinity : givesWay;
};

/** A link with the activities it joins, for its words. */
export const linkParties = (script: Script, activities: readonly Activity[], link: WorkLink): Told => ({
  script,
  from: activities[link.from]!,
  to: activities[link.to]!,
  lagS: link.lagS,
  what: link.why.what ?? '',
});

// Fixes, each the change of one number.

/** Asking somebody in by `byS`, seconds from curtain-up, rounded down to five minutes. */
export function askIn(script: Script, personId: string, byS: number): Fix {
  const s = Math.floor((script.upS + byS) / 300) * 300;
  const name = script.people.get(personId)?.name ?? 'nobody';
  return fix(`Ask ${name} in for ${formatClock(s)}`, {
    kind: 'set-arrival',
    personId,
    arrives: toClock(s),
  });
}

/** Asking somebody to stay until `untilS`, seconds from curtain-up. */
export function askToStay(script: Script, personId: string, untilS: number): Fix {
  const s = script.upS + untilS;
  const name = script.people.get(personId)?.name ?? 'nobody';
  return fix(`Ask ${name} to stay until ${formatClock(s)}`, {
    kind: 'set-leaving',
    personId,
    leaves: toClock(s),
  });
}

/** One more of a piece of kit, or `count`: borrowed, hired or bought for this show. */
export const bringKit = ({ goods }: Script, goodId: string, count = 1): Fix =>
  fix(`Bring ${count} more: ${goods.get(goodId)?.name ?? 'kit'}`, { kind: 'bring-kit', goodId, count });

function fixedAt({ script }: Told, itemId: string, s: number): Fix {
  const title = script.byItem.get(itemId)?.item.title ?? '';
  return fix(`Fix “${title}” for ${formatClock(script.upS + s)} instead`, {
    kind: 'set-item',
    itemId,
    fields: { at: toClock(script.upS + s) },
  });
}

/** An item made shorter by `byS`, where that leaves it at least half its length. */
function shorter({ script, from }: Told, byS: number): Fix[] {
  const scripted = script.byItem.get(from.itemId);
  if (!scripted || scripted.item.showings > 1 || scripted.whole.likelyS < 2 * byS) return [];
  const cut = (s: number) => Math.max(0, s - byS);
  const { bestS, likelyS, worstS } = scripted.whole;
  return [
    fix(`Shorten “${scripted.item.title}” by ${formatDuration(byS)}`, {
      kind: 'set-timing',
      itemId: from.itemId,
      timing: { bestS: cut(bestS), likelyS: cut(likelyS), worstS: cut(worstS) },
    }),
  ];
}

/** A start set by hand taken back. */
export const unlock = ({ title, itemId, task }: Pick<Activity, 'title' | 'itemId' | 'task'>): Fix[] =>
  task
    ? [
        fix(`Unlock “${title}”`, {
          kind: 'set-task',
          itemId,
          taskId: task.id,
          choice: { startS: undefined },
        }),
      ]
    : [];

const behindTheScenes = ({ title, itemId, task }: Activity): Fix[] =>
  task
    ? [
        fix(`Begin “${title}” behind the scenes instead`, {
          kind: 'set-task',
          itemId,
          taskId: task.id,
          choice: { inItemId: undefined },
        }),
      ]
    : [];
