import { linksAfter, type Work } from '../timetable';

/** Earlier and later than anything happens, in seconds. */
const FAR_S = 100_000;

/** What a solver is asked for: an end that is least, or with the end given the latest first hands. */
export type Goal = { kind: 'end' } | { kind: 'call'; endS: number };

/**
 * The placement of a work as a MiniZinc model, for a general-purpose constraint solver: start times, who does what, and
 * for every two that share hands or a piece of kit which comes first. It prints `end=` and `call=`, seconds from curtain-up:
 * the end of the last item, and the first hands that anyone but the people on stage has to lend.
 */
export function minizincOf(work: Work, goal: Goal): string {
  const lines: string[] = [];
  const s = (p: number) => `s[${p}]`;
  const n = work.activities.length - 1;
  const last = work.itemPoints.at(-1)!;
  const workers = work.activities.flatMap((a, p) =>
    a.needsHands && a.may.length && a.lengthS > 0 ? [p] : [],
  );
  lines.push(`array[0..${n}] of var -${FAR_S}..${FAR_S}: s;`, 'constraint s[0] = 0;');
  for (const { from, to, lagS } of work.links) lines.push(`constraint ${s(to)} - ${s(from)} >= ${lagS};`);
  for (const p of workers) {
    const { may, lengthS, earlierS, laterS } = work.activities[p]!;
    lines.push(`var {${may.join(',')}}: w${p};`);
    for (const w of may) {
      const { arrivesS, leavesS } = work.people[w]!;
      lines.push(`constraint w${p} = ${w} -> ${s(p)} >= ${arrivesS - earlierS};`);
      if (Number.isFinite(leavesS))
        lines.push(`constraint w${p} = ${w} -> ${s(p)} <= ${leavesS + laterS - lengthS};`);
      for (const item of work.itemPoints) {
        const { onStage, lengthS: plays } = work.activities[item]!;
        if (plays > 0 && onStage.includes(w))
          lines.push(
            `constraint w${p} = ${w} -> (${s(p)} + ${lengthS} <= ${s(item)} \\/ ${s(item)} + ${plays} <= ${s(p)});`,
          );
      }
    }
  }
  workers.forEach((p, i) => {
    for (const q of workers.slice(i + 1)) {
      const [a, b] = [work.activities[p]!, work.activities[q]!];
      if (!a.may.some((w) => b.may.includes(w))) continue;
      lines.push(
        `constraint w${p} = w${q} -> (${s(p)} + ${a.lengthS} <= ${s(q)} \\/ ${s(q)} + ${b.lengthS} <= ${s(p)});`,
      );
    }
  });
  work.scarce.forEach((scarce, g) => {
    const { units, places, uses } = scarce;
    const taken = (u: number, k: number) => `k${g}_${u}_${k}`;
    const isOver = (v: number, u: number) =>
      linksAfter(scarce, u, v)
        .map(({ from, to, lagS }) => `${s(to)} - ${s(from)} >= ${lagS}`)
        .join(' /\\ ');
    uses.forEach((use, u) => {
      const own = Array.from({ length: units }, (_, k) => taken(u, k));
      for (const name of own) lines.push(`var 0..${places}: ${name};`);
      lines.push(`constraint ${own.join(' + ')} = ${use.places ?? use.count! * places};`);
      if (use.places === undefined)
        for (const name of own) lines.push(`constraint ${name} = 0 \\/ ${name} = ${places};`);
    });
    const share = (u: number, v: number) =>
      uses[u]!.places !== undefined &&
      uses[v]!.places !== undefined &&
      (uses[u]!.contents ?? '') === (uses[v]!.contents ?? '');
    for (let k = 0; k < units; k++) {
      uses.forEach((_, u) => {
        for (let v = 0; v < u; v++)
          if (!share(u, v))
            lines.push(`constraint ${taken(u, k)} = 0 \\/ ${taken(v, k)} = 0 \\/ (${isOver(v, u)});`);
      });
      // As many as are in a piece at once have room; more than its places are two too many that share it.
      for (const group of groupsOf(uses.length, places + 1)) {
        if (!group.every((u) => group.every((v) => u === v || share(u, v)))) continue;
        const pairs = group.flatMap((u) => group.filter((v) => v < u).map((v) => `(${isOver(v, u)})`));
        const inIt = group.map((u) => `${taken(u, k)} = 0 \\/ `).join('');
        const all = group.map((u) => taken(u, k)).join(' + ');
        lines.push(`constraint ${inIt}${all} <= ${places} \\/ ${pairs.join(' \\/ ')};`);
      }
    }
  });
  const end = `${s(last)} + ${work.activities[last]!.lengthS}`;
  const first = `min([0${workers.map((p) => `, ${s(p)}`).join('')}])`;
  if (goal.kind === 'end') lines.push(`solve minimize ${s(last)};`);
  else
    lines.push(
      `constraint ${end} <= ${goal.endS};`,
      `var -${FAR_S}..0: call = ${first};`,
      'solve maximize call;',
    );
  lines.push(`output ["end=\\(${end})\\ncall=\\(${first})\\n"];`);
  return lines.join('\n');
}

/** Every set of 2 to `most` places in a list. */
function groupsOf(length: number, most: number): number[][] {
  let groups = Array.from({ length }, (_, i) => [i]);
  const all: number[][] = [];
  for (let size = 2; size <= most; size++) {
    groups = groups.flatMap((g) => Array.from({ length: g[0]! }, (_, i) => [i, ...g]));
    all.push(...groups);
  }
  return all;
}
