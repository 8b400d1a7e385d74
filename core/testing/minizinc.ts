import type { Work } from '../timetable';

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
  work.kit.forEach((good, g) =>
    good.uses.forEach((use, u) => {
      const unit = (v: number, k: number) => `k${g}_${v}_${k}`;
      for (let k = 0; k < good.units; k++) lines.push(`var 0..1: ${unit(u, k)};`);
      const all = Array.from({ length: good.units }, (_, k) => unit(u, k));
      lines.push(`constraint ${all.join(' + ')} = ${use.count};`);
      good.uses.slice(0, u).forEach((earlier, v) => {
        for (let k = 0; k < good.units; k++)
          for (const start of use.starts)
            for (const { point, afterS } of earlier.releases)
              lines.push(
                `constraint ${unit(u, k)} + ${unit(v, k)} < 2 \\/ ${s(start)} - ${s(point)} >= ${afterS};`,
              );
      });
    }),
  );
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
