import { clockToS, sinceCurtain } from '../quantities';
import type { CalculatorResult } from '../bench';
import type { Demo, DemoRecord, Good, Item, Option, Person, ShowFile, Step, Timing } from '../show';
import { asPlayed, stepsOfShowing, USUAL_FRONT_ROW, type AsPlayed } from './as-played';
import type { Around } from './settings';
import { allOf, asOption } from './choice';
import { Marks, type Standing } from './marks';
import { showingTimes, slotOf, wholeItem, type TimingFrom } from './timing';

/** One showing of an item, resolved: how long it takes, what is done, what it uses up, and what its calculators say. */
export interface Showing {
  /** How long it takes, in whole seconds. */
  timing: Timing;
  /** The level of a series it is played at. */
  level?: string;
  steps: readonly Step[];
  /** What one attempt takes of each consumable of the demo, in their order, in the good's base unit. */
  amounts: readonly number[];
  results: readonly CalculatorResult[];
}

/** An item of the running order with all that belongs to it. Times are whole seconds. */
export interface ScriptItem {
  /** As it is played: a series has as many showings as levels. */
  item: Item;
  /** Its place in the running order, from 0. */
  index: number;
  /** The demo as this item plays it; absent for talk, picks and intervals. Of a choice: the longest, with all made ready. */
  demo: Demo | undefined;
  /** The same with the largest dose that may be seen to be the best, where the item takes one from an earlier series. */
  largest?: Pick<ScriptItem, 'demo' | 'showings'>;
  record: DemoRecord | undefined;
  /** Each showing in turn, and the whole item: a reset in view with it. No retries. */
  showings: readonly Showing[];
  whole: Timing;
  timingFrom: TimingFrom;
  /** 1, 2, … among the demos of the running order; talk, picks and holds have none. */
  number: number | undefined;
  standing: Standing | undefined;
  /** Of a choice: what may be picked, with shares that sum to 1. */
  options?: readonly ScriptOption[];
}

export interface ScriptOption {
  option: Option;
  share: number;
  source: ScriptItem;
  /** Its demo with the ids and titles that its tasks have in the choice. */
  prepared: Demo;
}

/** What an item may turn out to play: each demo of a choice, else its own. */
export const mayPlay = ({ demo, options }: Pick<ScriptItem, 'demo' | 'options'>): Demo[] =>
  options?.flatMap(({ source: scripted }) => scripted.demo ?? []) ?? (demo ? [demo] : []);

/** Where an item may stand: each demo of a choice on its own mark, each mark once. */
export function standingsOf({ standing, options }: ScriptItem): Standing[] {
  const all = options?.map(({ source }) => source.standing) ?? [standing];
  const byMark = new Map<string, Standing>();
  for (const one of all) {
    const known = one && byMark.get(one.mark.id);
    if (one && (!known || known.spots < one.spots)) byMark.set(one.mark.id, one);
  }
  return [...byMark.values()];
}

/** Whether an item, or what may be picked in it, stands on a mark. */
export const standsOn = (scripted: ScriptItem, markId: string): boolean =>
  standingsOf(scripted).some(({ mark }) => mark.id === markId);

/** Every showing an item may turn out to have: those of each demo of a choice, else its own. */
export const possibleShowings = ({ showings, options }: ScriptItem): readonly Showing[] =>
  options?.flatMap(({ source: scripted }) => scripted.showings) ?? showings;

/** A title with its number in the running order before it, where it has one: "3 · Foam column". */
export const numbered = (number: number | undefined, title: string): string =>
  number === undefined ? title : `${number} · ${title}`;

/** A show file resolved once: what every computation and every view reads. */
export interface Script {
  file: ShowFile;
  items: readonly ScriptItem[];
  byItem: ReadonlyMap<string, ScriptItem>;
  people: ReadonlyMap<string, Person>;
  goods: ReadonlyMap<string, Good>;
  marks: Marks;
  /** Curtain-up in seconds after midnight: what times from curtain-up are said by. */
  upS: number;
  /** The slot in seconds; planned holds that it waits for come on top. */
  slotS: number;
  /** A time of day of the file in seconds from curtain-up; see `sinceCurtain`. */
  at: (clock: string) => number;
  /** An item resolved as if it stood at this place: for what is decided on stage. */
  resolve: (item: Item, index: number) => ScriptItem;
}

/**
 * Resolves a show file: each item once with its demo as played, its record, its times, its number and its mark. The file
 * must have passed validation; an item whose demo is not in it counts as talk. Pure.
 */
export function script(file: ShowFile): Script {
  const resolve = new Resolver(file);
  let number = 0;
  const items = file.show.items.map((item, index): ScriptItem => {
    const scripted = item.kind === 'choice' ? resolve.choice(item, index) : resolve.item(item, index);
    return { ...scripted, number: scripted.demo ? ++number : undefined };
  });
  const upS = clockToS(file.show.curtainUp);
  const getInS = clockToS(file.show.getIn);
  return {
    file,
    items,
    byItem: new Map(items.map((i) => [i.item.id, i])),
    people: byId(file.crew),
    goods: resolve.goods,
    marks: resolve.marks,
    upS,
    slotS: slotOf(file.show),
    at: (clock) => sinceCurtain(clock, upS, getInS),
    resolve: (item, index) => resolve.item(item, index),
  };
}

class Resolver {
  readonly goods: ReadonlyMap<string, Good>;
  readonly marks: Marks;
  private readonly demos: ReadonlyMap<string, Demo>;
  private readonly records: ReadonlyMap<string, DemoRecord>;
  private readonly around: Around;

  constructor({ show, venue, demos, stock, record }: ShowFile) {
    this.demos = byId(demos);
    this.records = new Map(record.map((r) => [r.demoId, r]));
    this.goods = byId(stock);
    this.marks = new Marks(venue);
    const levels = new Map(show.items.map((item) => [item.id, item.series?.levels]));
    this.around = {
      venue,
      heads: show.heads,
      frontRowSeats: venue.frontRowSeats ?? USUAL_FRONT_ROW,
      goods: this.goods,
      levelsOf: (id) => levels.get(id),
    };
  }

  item(showItem: Item, index: number): ScriptItem {
    const source = showItem.demoId === undefined ? undefined : this.demos.get(showItem.demoId);
    // A series shows each level once; only where it says so are failed ones tried again.
    const item =
      source && showItem.series
        ? {
            ...showItem,
            showings: showItem.series.levels.length,
            retries: showItem.series.onFail === 'retry' ? showItem.retries : 0,
          }
        : showItem;
    const played = source && asPlayed(source, item, this.around);
    const demo = played?.demo;
    for (const { mark } of demo?.prep ?? []) if (mark) this.marks.first(mark);
    const record = demo && this.records.get(demo.id);
    const { times, from } = showingTimes(item, demo, record);
    const hasDose = item.settings?.some((s) => s.bestOf !== undefined);
    const largest = source && hasDose ? asPlayed(source, item, this.around, 'largest') : undefined;
    return {
      item,
      index,
      demo,
      ...(largest && { largest: { demo: largest.demo, showings: showingsOf(item, times, largest) } }),
      record,
      showings: showingsOf(item, times, played),
      whole: wholeItem(demo, times),
      timingFrom: from,
      number: undefined,
      standing: demo && this.marks.standing(item, demo),
    };
  }

  /** Everything is made ready for each of what may be picked; the longest of them counts for the plan. */
  choice(item: Item, index: number): ScriptItem {
    const { settings: _settings, series: _series, options = [], ...plain } = item;
    const there = options.filter(({ demoId }) => this.demos.has(demoId));
    const sum = there.reduce((total, { share }) => total + share, 0);
    const resolved = there.map((option, i): ScriptOption => {
      const { variantId: _variant, ...rest } = plain;
      const as: Item = {
        ...rest,
        kind: 'demo',
        demoId: option.demoId,
        ...(option.variantId !== undefined && { variantId: option.variantId }),
      };
      const source = this.item(as, index);
      return { option, share: option.share / sum, source, prepared: asOption(source.demo!, i) };
    });
    if (!resolved.length) return this.item({ ...plain }, index);
    const longest = resolved.reduce((a, b) =>
      b.source.whole.likelyS > a.source.whole.likelyS ? b : a,
    ).source;
    return {
      ...longest,
      item,
      demo: allOf(
        longest.demo!,
        resolved.map(({ prepared }) => prepared),
      ),
      options: resolved,
    };
  }
}

/** The showings of an item in turn: its times with what is done and used in each. */
const showingsOf = (item: Item, times: readonly Timing[], played: AsPlayed | undefined): Showing[] =>
  times.map((timing, i) => {
    if (!played) return { timing, steps: [], amounts: [], results: [] };
    const { demo, results, amountsAt } = played;
    const level = item.series?.levels[i];
    return {
      timing,
      ...(level !== undefined && { level }),
      steps: stepsOfShowing(demo, item, i, times.length),
      amounts: demo.consumables.map((need, k) => amountsAt[k]?.[i] ?? amountsAt[k]?.[0] ?? need.amount),
      results: results[i] ?? results[0] ?? [],
    };
  });

const byId = <T extends { id: string }>(list: readonly T[]) =>
  new Map(list.map((entry) => [entry.id, entry]));
