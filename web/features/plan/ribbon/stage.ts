import {
  formatDuration,
  oddsOf,
  playedWith,
  type PlannedItem,
  type Script,
  type ScriptItem,
  type Timetable,
} from '@hearty/core';
import { ACROSS } from './across';
import type { Room } from './time';
import { heightOf, TEXT, type LinesOf } from './words';

/** What is known of an item apart from its place. Words and numbers only, so that one that is the same is not drawn again. */
export interface ItemAbout {
  itemId: string;
  title: string;
  /** A demo, not talk around one. */
  isDemo: boolean;
  /** Among the demos of the running order; 0 for talk. */
  number: number;
  isPinned: boolean;
  at: string;
  lengthS: number;
  isByHand: boolean;
  /** All that is said of it besides its title. */
  hint: string;
  spoken: string;
  titlePx: number;
  intensity: number;
  /** How often the audience takes part. */
  parts: number;
}

/** An item on the ribbon. Kept apart from what it is about: an object spread into another is slow to build. */
export interface ItemShape {
  about: ItemAbout;
  /** As many of its details as there is room for. */
  details: string;
  /** Its target: the ribbon and the words. */
  top: number;
  height: number;
  /** Its block of the ribbon. */
  block: { left: number; top: number; width: number; height: number };
}

/** No item is lower than a line of its title and a target of 24 px (WCAG 2.2, 2.5.8). */
export const ITEM_PX = 26;
const PAD_PX = 3;

/** The ribbon's width by intensity, 0 is talk. */
const BLOCK_PX = [30, 44, 56, 68, 82, 100] as const;

interface ItemWords {
  planned: PlannedItem;
  detailParts: string[];
  about: ItemAbout;
}

/** The words of every item, and the room that they need. */
export function itemWords(
  script: Script,
  timetable: Timetable,
  clock: (s: number) => string,
  linesOf: LinesOf,
  wordsPx: number,
): { items: ItemWords[]; needs: Room[] } {
  const begun = new Map<string, string[]>();
  for (const { hostItemId, title } of timetable.tasks)
    if (hostItemId !== undefined) begun.set(hostItemId, [...(begun.get(hostItemId) ?? []), title]);
  const items = timetable.items.map((planned): ItemWords => {
    const scripted = script.byItem.get(planned.itemId);
    const number = scripted?.number ?? 0;
    const isPinned = scripted?.item.pinned ?? false;
    const at = scripted?.item.at ?? '';
    const lengthS = planned.endS - planned.startS;
    const isDemo = !!scripted?.demo;
    const intensity = scripted?.demo?.intensity ?? 0;
    const parts = takesPart(scripted);
    const detailParts = detailsOf(
      planned,
      scripted,
      begun.get(planned.itemId) ?? [],
      (id) => script.byItem.get(id)?.item.title,
    );
    const shown = `${isPinned ? '00 ' : ''}${number > 0 ? `${number} · ` : ''}${at ? `${at} · ` : ''}${planned.title}`;
    const titlePx = heightOf(linesOf, shown, isDemo ? 'title' : 'talk', wordsPx - ACROSS.lengthPx);
    const hint = [
      ...detailParts,
      intensity > 0 ? `intensity ${intensity} of 5` : '',
      `the audience takes part ${parts === 0 ? 'not at all' : parts === 1 ? '1 time' : `${parts} times`}`,
    ]
      .filter(Boolean)
      .join(' · ');
    return {
      planned,
      detailParts,
      about: {
        itemId: planned.itemId,
        title: planned.title,
        isDemo,
        number,
        isPinned,
        at,
        lengthS,
        isByHand: planned.timingFrom === 'by hand',
        hint,
        spoken: `${planned.title}, ${clock(planned.startS)}, ${formatDuration(lengthS)}`,
        titlePx,
        intensity,
        parts: Math.min(6, parts),
      },
    };
  });
  const needs = items.flatMap(({ planned, about: { titlePx } }, i): Room[] => {
    const end = timetable.items[i - 1]?.endS;
    const gap =
      planned.waitS > 0 ? { fromS: end ?? planned.startS - planned.waitS, toS: planned.startS, px: 24 } : [];
    return [
      gap,
      { fromS: planned.startS, toS: planned.endS, px: Math.max(ITEM_PX, titlePx + 2 * PAD_PX) },
    ].flat();
  });
  return { items, needs };
}

/** Every item where it stands: as long as it lasts, with as many of its details as there is room for, none cut. */
export function stageOf(
  items: readonly ItemWords[],
  { items: planned }: Timetable,
  y: (s: number) => number,
  linesOf: LinesOf,
  wordsPx: number,
): ItemShape[] {
  return items.map(({ planned: own, detailParts, about }, i) => {
    const top = y(own.startS);
    const bottom = y(own.endS);
    const next = planned[i + 1];
    // Words may use a wait that follows; nothing else stands there but its own words.
    const height = Math.max(
      ITEM_PX,
      (next && next.waitS <= 0 ? Math.min(bottom, y(next.startS)) : bottom) - top,
    );
    const lines = Math.floor((height - about.titlePx - 2 * PAD_PX) / TEXT.small.line);
    const width = BLOCK_PX[about.intensity] ?? BLOCK_PX[0];
    return {
      about,
      details: fitting(detailParts, lines, linesOf, wordsPx - 4),
      top,
      height,
      block: {
        left: ACROSS.ribbonMid - width / 2,
        top: top + 1,
        width,
        height: Math.max(2, bottom - top - 2),
      },
    };
  });
}

/** As many parts as fit, from the first: whole words or none. */
function fitting(parts: readonly string[], lines: number, linesOf: LinesOf, px: number): string {
  for (let n = lines > 0 ? parts.length : 0; n > 0; n--) {
    const text = parts.slice(0, n).join(' · ');
    if (linesOf(text, 'small', px) <= lines) return text;
  }
  return '';
}

/** What is said of an item besides its title, the most useful first. `begins`: prep of later items begun on stage in it. */
function detailsOf(
  item: PlannedItem,
  scripted: ScriptItem | undefined,
  begins: readonly string[],
  titleOf: (itemId: string) => string | undefined,
): string[] {
  const { item: source } = scripted ?? {};
  return [
    ...begins.map((title) => `begins “${title}”`),
    scripted && oddsWords(scripted),
    source?.series && `series: ${source.series.levels.join(', ')}`,
    scripted?.options && `choice: ${scripted.options.map((o) => o.source.demo?.title).join(' or ')}`,
    source && source.showings > 1 && !source.series && `${source.showings} showings`,
    source && source.retries > 0 && `${source.retries} ${source.retries === 1 ? 'retry' : 'retries'}`,
    source?.worth !== undefined && `may be cut, worth ${source.worth}`,
    scripted && playedWith(scripted, titleOf).join(', '),
    item.timingFrom === 'log' && 'from the log',
  ].filter((part): part is string => !!part);
}

const oddsWords = ({ demo, record }: ScriptItem): string => {
  if (!demo) return '';
  const { mean, attempts } = oddsOf(record, demo.guessOdds);
  return `works ${Math.round(100 * mean)} % (${attempts > 0 ? `${attempts} + guess` : 'a guess'})`;
};

const takesPart = ({ item, demo }: Partial<ScriptItem> = {}) =>
  (demo?.steps.filter((s) => s.kind === 'ask' || s.kind === 'shout').length ?? 0) +
  (demo?.volunteers ?? 0) +
  (item?.kind === 'volunteer pick' ? 1 : 0);
