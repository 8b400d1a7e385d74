import { linksAfter, type Work } from '../timetable';

/** Longer than any instance lasts: the M of the disjunctions, in seconds. */
const BIG = 20_000;

/**
 * The placement of a work as a mixed integer program in the LP file format, for a general-purpose solver: start times,
 * who does what, and for every two that share hands or a piece of kit which comes first. The objective is the start of
 * the last item. Starts are shifted by BIG so that none is negative.
 */
export function mipOf(work: Work): string {
  const rows: string[] = [];
  const binaries: string[] = [];
  const s = (p: number) => `s${p}`;
  const bin = (name: string) => {
    binaries.push(name);
    return name;
  };
  for (const { from, to, lagS } of work.links) {
    if (from === 0) rows.push(`${s(to)} >= ${lagS + BIG}`);
    else if (to === 0) rows.push(`${s(from)} <= ${BIG - lagS}`);
    else rows.push(`${s(to)} - ${s(from)} >= ${lagS}`);
  }
  const workers = work.activities.flatMap((a, p) =>
    a.needsHands && a.may.length && a.lengthS > 0 ? [p] : [],
  );
  for (const p of workers) {
    const { may, lengthS } = work.activities[p]!;
    for (const w of may) {
      const y = bin(`y${p}_${w}`);
      const { arrivesS, leavesS } = work.people[w]!;
      rows.push(`${s(p)} - ${2 * BIG} ${y} >= ${arrivesS + BIG - 2 * BIG}`);
      if (Number.isFinite(leavesS)) rows.push(`${s(p)} + ${2 * BIG} ${y} <= ${leavesS - lengthS + 3 * BIG}`);
    }
    rows.push(`${may.map((w) => `y${p}_${w}`).join(' + ')} = 1`);
  }
  const before = (first: number, second: number, afterS: number, unless: string[]) =>
    rows.push(
      `${s(second)} - ${s(first)} ${unless.map((u) => `- ${2 * BIG} ${u}`).join(' ')} >= ${afterS - 2 * BIG * unless.length}`,
    );
  workers.forEach((p, i) => {
    const a = work.activities[p]!;
    for (const w of a.may) {
      for (const item of work.itemPoints.filter((x) => work.activities[x]!.onStage.includes(w))) {
        const z = bin(`z${p}_${item}_${w}`);
        const o = bin(`o${p}_${item}_${w}`);
        before(p, item, a.lengthS, [`y${p}_${w}`, z]);
        before(item, p, work.activities[item]!.lengthS, [`y${p}_${w}`, o]);
        rows.push(`${z} + ${o} >= 1`);
      }
      for (const q of workers.slice(i + 1).filter((x) => work.activities[x]!.may.includes(w))) {
        const z = bin(`z${p}_${q}_${w}`);
        const o = bin(`o${p}_${q}_${w}`);
        before(p, q, a.lengthS, [`y${p}_${w}`, `y${q}_${w}`, z]);
        before(q, p, work.activities[q]!.lengthS, [`y${p}_${w}`, `y${q}_${w}`, o]);
        rows.push(`${z} + ${o} >= 1`);
      }
    }
  });
  work.scarce.forEach((scarce, g) => {
    if (scarce.places > 1) throw new Error('Vessels with places are a matter for MiniZinc.');
    scarce.uses.forEach((use, u) => {
      const units = Array.from({ length: scarce.units }, (_, k) => bin(`k${g}_${u}_${k}`));
      rows.push(`${units.join(' + ')} = ${use.count}`);
      scarce.uses.slice(0, u).forEach((_, e) => {
        units.forEach((unit, k) => {
          for (const { from, to, lagS } of linksAfter(scarce, u, e))
            before(from, to, lagS, [unit, `k${g}_${e}_${k}`]);
        });
      });
    });
  });
  const last = work.itemPoints.at(-1)!;
  const starts = work.activities.slice(1).map((_, i) => s(i + 1));
  return [
    'Minimize',
    ` end: ${s(last)}`,
    'Subject To',
    ...rows.map((row, i) => ` r${i}: ${row}`),
    'Bounds',
    ...starts.map((name) => ` 0 <= ${name} <= ${2 * BIG}`),
    'Binary',
    ` ${binaries.join(' ')}`,
    'End',
  ].join('\n');
}

/** The end of the last item that a solution's objective stands for, seconds from curtain-up. */
export const endOfMip = (work: Work, objective: number): number =>
  Math.round(objective - BIG) + work.activities[work.itemPoints.at(-1)!]!.lengthS;
