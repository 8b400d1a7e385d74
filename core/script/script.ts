import { clockToS, sinceCurtain } from '../quantities';
import type { Demo, DemoRecord, Good, Item, Person, ShowFile, Timing } from '../show';
import { asPlayed } from './as-played';
import { firstShowing, wholeItem, type TimingFrom } from './timing';

/** An item of the running order with all that belongs to it. Times are whole seconds. */
export interface ScriptItem {
  item: Item;
  /** Its place in the running order, from 0. */
  index: number;
  /** The demo as this item plays it; absent for talk, picks and intervals. */
  demo: Demo | undefined;
  record: DemoRecord | undefined;
  /** The first showing, and the whole item: further showings and a reset in view with it. No retries. */
  first: Timing;
  whole: Timing;
  timingFrom: TimingFrom;
  /** 1, 2, … among the demos of the running order; talk, picks and holds have none. */
  number: number | undefined;
}

/** A show file resolved once: what every computation and every view reads. */
export interface Script {
  file: ShowFile;
  items: readonly ScriptItem[];
  byItem: ReadonlyMap<string, ScriptItem>;
  people: ReadonlyMap<string, Person>;
  goods: ReadonlyMap<string, Good>;
  /** Curtain-up in seconds after midnight: what times from curtain-up are said by. */
  upS: number;
  /** A time of day of the file in seconds from curtain-up; see `sinceCurtain`. */
  at: (clock: string) => number;
}

/**
 * Resolves a show file: each item once with its demo as played, its record, its times and its number. The file must
 * have passed validation; an item whose demo is not in it counts as talk. Pure.
 */
export function script(file: ShowFile): Script {
  const demos = byId(file.demos);
  const records = new Map(file.record.map((r) => [r.demoId, r]));
  const upS = clockToS(file.show.curtainUp);
  const getInS = clockToS(file.show.getIn);
  let number = 0;
  const items = file.show.items.map((item, index): ScriptItem => {
    const source = item.demoId === undefined ? undefined : demos.get(item.demoId);
    const demo = source && asPlayed(source, item);
    const record = demo && records.get(demo.id);
    const first = firstShowing(item, demo, record);
    return {
      item,
      index,
      demo,
      record,
      first: first.timing,
      whole: wholeItem(item, demo, first.timing),
      timingFrom: first.from,
      number: demo ? ++number : undefined,
    };
  });
  return {
    file,
    items,
    byItem: new Map(items.map((i) => [i.item.id, i])),
    people: byId(file.crew),
    goods: byId(file.stock),
    upS,
    at: (clock) => sinceCurtain(clock, upS, getInS),
  };
}

const byId = <T extends { id: string }>(list: readonly T[]) =>
  new Map(list.map((entry) => [entry.id, entry]));
