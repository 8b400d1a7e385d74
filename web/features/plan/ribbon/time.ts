/** Pixels down the page for a moment, and the moment at a height. Seconds from curtain-up. */
export interface TimeMap {
  y: (s: number) => number;
  s: (y: number) => number;
  height: number;
  /** Stretches drawn longer than elsewhere because words need the room. */
  seams: Seam[];
}

export interface Seam {
  fromS: number;
  toS: number;
  top: number;
  height: number;
}

/** `toS` lies at least `px` below `fromS`. */
export interface Room {
  fromS: number;
  toS: number;
  px: number;
}

export interface Span {
  fromS: number;
  toS: number;
  /** Before curtain-up and after it. */
  pxPerMinuteBefore: number;
  pxPerMinute: number;
}

/** A stretch is a seam where it is drawn this much longer than its share; less cannot be seen. */
const SEEN = 1.2;

/**
 * Time down the page at an even pace, stretched where something needs room for its words: each moment is as high up as
 * its room allows (the longest path through the needs). Outside the span time goes on at its pace.
 */
export function timeMap(span: Span, needs: readonly Room[]): TimeMap {
  const inside = needs.filter(
    ({ fromS, toS, px }) => fromS >= span.fromS && toS > fromS && toS <= span.toS && px > 0,
  );
  const moments = [
    ...new Set([span.fromS, span.toS, ...zero(span), ...inside.flatMap((n) => [n.fromS, n.toS])]),
  ].sort((a, b) => a - b);
  const needsTo = groupByEnd(inside);
  const yOf = new Map<number, number>();
  const ys: number[] = [];
  const seams: Seam[] = [];
  moments.forEach((s, i) => {
    const before = moments[i - 1];
    if (before === undefined) {
      yOf.set(s, 0);
      ys.push(0);
      return;
    }
    const even = ys[i - 1]! + ((s - before) / 60) * pace(span, before);
    const y = Math.max(even, ...(needsTo.get(s) ?? []).map((n) => yOf.get(n.fromS)! + n.px));
    yOf.set(s, y);
    ys.push(y);
    const top = ys[i - 1]!;
    if (y - top > SEEN * (even - top) && y - even > 2)
      addSeam(seams, { fromS: before, toS: s, top, height: y - top });
  });
  return {
    y: (s) => between(moments, ys, s, (at) => pace(span, at) / 60),
    s: (y) => between(ys, moments, y, (at) => 60 / (at < 0 ? span.pxPerMinuteBefore : span.pxPerMinute)),
    height: ys.at(-1)!,
    seams,
  };
}

const zero = ({ fromS, toS }: Span) => (fromS < 0 && toS > 0 ? [0] : []);
const pace = (span: Span, s: number) => (s < 0 ? span.pxPerMinuteBefore : span.pxPerMinute);

function groupByEnd(needs: readonly Room[]): Map<number, Room[]> {
  const groups = new Map<number, Room[]>();
  for (const need of needs) {
    const group = groups.get(need.toS);
    if (group) group.push(need);
    else groups.set(need.toS, [need]);
  }
  return groups;
}

/** Stretches that touch are one seam. */
function addSeam(seams: Seam[], seam: Seam): void {
  const last = seams.at(-1);
  if (last?.toS !== seam.fromS) seams.push(seam);
  else {
    last.toS = seam.toS;
    last.height += seam.height;
  }
}

/** From one ascending axis to the other: straight between its points, at `slope` outside them. */
function between(
  from: readonly number[],
  to: readonly number[],
  at: number,
  slope: (at: number) => number,
): number {
  const last = from.length - 1;
  if (at <= from[0]!) return to[0]! + (at - from[0]!) * slope(from[0]! - 1);
  if (at >= from[last]!) return to[last]! + (at - from[last]!) * slope(from[last]!);
  let [low, high] = [0, last];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (from[middle]! <= at) low = middle;
    else high = middle;
  }
  const share = (at - from[low]!) / (from[high]! - from[low]!);
  return to[low]! + share * (to[high]! - to[low]!);
}
