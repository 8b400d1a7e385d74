import { mayPlay, type PlacedMark, type Script } from '../script';
import type { Demo, Hazard } from '../show';
import type { Timetable } from '../timetable';

/** What can be a danger to something else near it: a hazard, or what is given off or stands about. */
export type Danger = Hazard | 'hydrogen' | 'cards and screens';

/** A stretch of time in which something dangerous is about: an item with its reset, or work before it. Seconds from curtain-up. */
export interface Spell {
  itemId: string;
  /** "“Foam column”", or "“Pour the fuel” for “Vapour bottle”". */
  what: string;
  dangers: ReadonlySet<Danger>;
  fromS: number;
  toS: number;
  mark?: PlacedMark;
  /** It is work behind the scenes rather than an item. */
  isWork?: true;
}

/** Every stretch of a show in which something dangerous is about. What is left wet or open is about until its reset is done. Pure. */
export function spells(script: Script, timetable: Timetable): Spell[] {
  const items = timetable.items.flatMap(({ itemId, startS, endS, title }): Spell[] => {
    const scripted = script.byItem.get(itemId)!;
    const dangers = new Set(mayPlay(scripted).flatMap((demo) => dangersOf(script, demo)));
    if (dangers.size === 0) return [];
    const resetS = timetable.resets.filter((r) => r.itemId === itemId).map((r) => r.endS);
    const mark = scripted.standing?.mark;
    return [
      {
        itemId,
        what: `“${title}”`,
        dangers,
        fromS: startS,
        toS: Math.max(endS, ...resetS),
        ...(mark && { mark }),
      },
    ];
  });
  const work = timetable.tasks.flatMap(({ itemId, taskId, title, startS, handsOffS, markId }): Spell[] => {
    const scripted = script.byItem.get(itemId)!;
    const hazards = mayPlay(scripted)
      .concat(scripted.demo ?? [])
      .flatMap((demo) => demo.prep.find((task) => task.id === taskId)?.hazards ?? []);
    if (hazards.length === 0 || handsOffS <= startS) return [];
    const mark = script.marks.all.find((m) => m.id === markId) ?? scripted.standing?.mark;
    return [
      {
        itemId,
        what: `“${title}” for “${scripted.item.title}”`,
        dangers: new Set<Danger>(hazards),
        fromS: startS,
        toS: handsOffS,
        isWork: true,
        ...(mark && { mark }),
      },
    ];
  });
  return [...items, ...work];
}

function dangersOf({ goods }: Script, { hazards, gives = [], kit }: Demo): Danger[] {
  return [
    ...hazards,
    ...(gives.some(({ gas }) => gas === 'hydrogen') ? (['hydrogen'] as const) : []),
    ...(kit.some(({ goodId }) => goods.get(goodId)?.storage === 'cards, screens and clocks')
      ? (['cards and screens'] as const)
      : []),
  ];
}
