import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Demo, Item, PrepTask, ShowFile, Skill } from '../show';
import { demo, good, hallShow, item } from './hall-show';

export interface InstanceSize {
  items: number;
  tasks: number;
  people: number;
  /** Pieces of the one vessel that several demos want. */
  vessels: number;
  /** How much of the work cannot be done long before: 0 to 100. */
  inShowPct: number;
}

/** A made-up show of a wanted size: soaks, windows, chains, resets and a scarce vessel. The same seed, the same show. */
export function instance(seed: number, size: InstanceSize): ShowFile {
  const random = xoroshiro128plus(seed);
  const whole = (low: number, high: number) => uniformInt(random, low, high);
  const chance = (pct: number) => whole(1, 100) <= pct;
  const people = Array.from({ length: size.people }, (_, i) => `p${i}`);
  const marks = ['bench', 'trolley', 'floor'] as const;
  const perDemo = spreadOver(size.tasks, size.items, whole);
  const demos = perDemo.map((count, d): Demo => {
    const prep = Array.from({ length: count }, (_, t): PrepTask => {
      const readyAfterS = chance(50) ? 30 * whole(1, 12) : 0;
      const inShow = chance(size.inShowPct);
      const chained = t > 0 && chance(30);
      return {
        id: `t${t}`,
        title: `task ${t} of demo ${d}`,
        handsOnS: 10 * whole(3, 18),
        who: chance(70) ? { kind: 'anyone' } : { kind: 'skill', value: 'flame' satisfies Skill },
        readyAfterS,
        ...((inShow || chance(30)) && { staleAfterS: readyAfterS + 30 * whole(4, 16) }),
        beforeDoors: false,
        ...(inShow && { inShow }),
        ...(chained && { afterTaskId: `t${t - 1}` }),
      };
    });
    const wants = size.vessels > 0 && chance(40);
    return demo(`d${d}`, {
      mark: marks[whole(0, 2)]!,
      prep: wants && prep.length ? prep.map((t, i) => (i ? t : { ...t, holds: ['vessel'] })) : prep,
      ...(chance(40) && {
        reset: {
          title: `reset ${d}`,
          handsOnS: 10 * whole(3, 15),
          who: { kind: 'anyone' as const },
          inView: false,
        },
      }),
      kit: wants ? [{ goodId: 'vessel', count: 1, turnRoundS: 30 * whole(0, 6) }] : [],
      intensity: whole(1, 5),
    });
  });
  const items = demos.map((d): Item => {
    const likelyS = 30 * whole(3, 12);
    const presenter = whole(0, Math.min(1, size.people - 1));
    const helper = chance(25) ? [people[whole(0, size.people - 1)]!] : [];
    return item(d.id, {
      presenterId: people[presenter]!,
      helperIds: helper.filter((h) => h !== people[presenter]),
      timing: { bestS: Math.round(likelyS * 0.8), likelyS, worstS: Math.round(likelyS * 1.5) },
      worth: whole(1, 5),
      retries: whole(0, 2),
    });
  });
  const file = hallShow({ demos, stock: [good('vessel', 'kit', size.vessels)] });
  return {
    ...file,
    crew: people.map((id, i) => ({
      id,
      name: `Person ${i}`,
      role: 'technician',
      skills: i % 2 === 0 ? ['flame'] : [],
    })),
    show: {
      ...file.show,
      crew: people.map((personId) => ({ personId, arrives: '12:30' })),
      slotMin: 720,
      items,
    },
  };
}

/** `total` things dealt out over `places`. */
function spreadOver(total: number, places: number, whole: (low: number, high: number) => number): number[] {
  const counts = new Array<number>(places).fill(0);
  for (let i = 0; i < total; i++) counts[whole(0, places - 1)]!++;
  return counts;
}

/** A list in an order of the seed's (Fisher & Yates). */
export function shuffled<T>(list: readonly T[], seed: number): T[] {
  const random = xoroshiro128plus(seed);
  const out = [...list];
  for (let i = out.length - 1; i > 0; i--) {
    const j = uniformInt(random, 0, i);
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}

/** Minutes after midnight as a time of day. */
const clock = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/**
 * A made-up show in which anything may be set against anything else: late arrivals, early leavings, hours of the house,
 * bans, fixed and locked times, work begun on stage, nobody cleared, now and then no crew. The same seed, the same show.
 */
export function unruly(seed: number): ShowFile {
  const random = xoroshiro128plus(seed * 7919);
  const whole = (low: number, high: number) => uniformInt(random, low, high);
  const chance = (pct: number) => whole(1, 100) <= pct;
  const file = instance(seed, {
    items: whole(1, 14),
    tasks: whole(0, 40),
    people: whole(1, 5),
    vessels: whole(0, 3),
    inShowPct: whole(0, 100),
  });
  const { show, venue, demos } = file;
  show.crew = chance(5)
    ? []
    : show.crew.map((place) => ({
        ...place,
        arrives: clock(whole(660, 870)),
        ...(chance(30) && { leaves: clock(whole(871, 960)) }),
      }));
  if (chance(20)) venue.opens = clock(whole(660, 850));
  if (chance(20)) venue.closes = clock(whole(840, 1020));
  if (chance(20))
    show.bans = [
      {
        hazard: 'flame',
        ...(chance(50) ? { before: clock(whole(780, 870)) } : { after: clock(whole(780, 900)) }),
      },
    ];
  for (const task of demos.flatMap((d) => d.prep)) {
    if (chance(10)) task.beforeDoors = !task.inShow;
    if (chance(10)) task.mark = 'trolley';
    if (chance(10)) task.hazards = ['flame'];
    if (chance(5)) task.who = { kind: 'person', value: 'p0' };
    if (chance(4)) task.who = { kind: 'skill', value: 'cryogen' };
  }
  show.items.forEach((entry, i) => {
    if (chance(10)) entry.at = clock(whole(830, 900));
    if (chance(10)) entry.showings = whole(1, 4);
    for (const task of demos[i]!.prep) {
      if (!chance(10)) continue;
      const host = i > 0 ? show.items[whole(0, i - 1)]!.id : undefined;
      (entry.tasks ??= []).push({
        taskId: task.id,
        ...(chance(50) && { startS: whole(-3000, 3000) }),
        ...(chance(30) && host !== undefined && { inItemId: host }),
        ...(chance(20) && { personId: 'p0' }),
      });
    }
  });
  return file;
}

/**
 * A made-up show in which pieces are scarce: marks with several spots, a vessel with places and contents, and choices
 * whose options stand on marks of their own with resets of their own. The same seed, the same show.
 */
export function crowded(seed: number): ShowFile {
  const random = xoroshiro128plus(seed * 104_729);
  const whole = (low: number, high: number) => uniformInt(random, low, high);
  const chance = (pct: number) => whole(1, 100) <= pct;
  const file = instance(seed, {
    items: whole(3, 6),
    tasks: whole(2, 7),
    people: whole(2, 3),
    vessels: 0,
    inShowPct: 40,
  });
  const { show, venue, demos } = file;
  const spots = { floor: whole(1, 3), trolley: 2 };
  venue.marks.push(
    { id: 'floor', name: 'floor', kind: 'floor', spots: spots.floor },
    { id: 'trolley', name: 'trolley', kind: 'trolley', spots: spots.trolley },
  );
  file.stock = [{ ...good('jar', 'kit', whole(1, 2)), places: 2 }];
  for (const entry of demos) {
    if (chance(60)) entry.spots = 1;
    if (!chance(60)) continue;
    entry.kit = [
      { goodId: 'jar', count: 1, turnRoundS: 60 * whole(0, 8), places: 1, contents: 'abc'[whole(0, 2)]! },
    ];
    if (entry.prep[0] && chance(50)) entry.prep[0].holds = ['jar'];
  }
  show.items.forEach((entry, i) => {
    if (i === 0 || !chance(25)) return;
    const { demoId: _demo, timing: _timing, ...rest } = entry;
    const options = [demos[i]!.id, demos[whole(0, i - 1)]!.id].map((demoId) => ({ demoId, share: 50 }));
    show.items[i] = { ...rest, kind: 'choice', options };
  });
  return file;
}
