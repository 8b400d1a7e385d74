import { toId } from '../quantities';
import type { Demo, KitNeed } from '../show';

/** A demo as the option of a choice: a task says whose it is, and its id tells. */
export function asOption(demo: Demo, option: number): Demo {
  const own = (id: string) => toId(`o${option + 1}-${id}`);
  return {
    ...demo,
    prep: demo.prep.map((task) => ({
      ...task,
      title: `${task.title} (${demo.title})`,
      id: own(task.id),
      ...(task.afterTaskId !== undefined && { afterTaskId: own(task.afterTaskId) }),
    })),
    conditions: demo.conditions.map((condition) => ({ ...condition, id: own(condition.id) })),
  };
}

/** The longest of a choice's demos with the preparation, kit and cautions of all of them: all stand ready. */
export function allOf(longest: Demo, demos: readonly Demo[]): Demo {
  const union = <T>(list: (demo: Demo) => readonly T[]) => [...new Set(demos.flatMap(list))];
  return {
    ...longest,
    prep: demos.flatMap((demo) => demo.prep),
    kit: kitOf(demos),
    consumables: demos.flatMap((demo) => demo.consumables),
    worn: demos.flatMap((demo) =>
      demo.worn.map(({ goodId, what, by }) => ({ by, ...(goodId && { goodId }), ...(what && { what }) })),
    ),
    conditions: demos.flatMap((demo) => demo.conditions),
    pictures: demos.flatMap((demo) => demo.pictures ?? []),
    skills: union((demo) => demo.skills),
    hazards: union((demo) => demo.hazards),
    cautions: union((demo) => demo.cautions),
    faults: demos.flatMap((demo) => demo.faults),
    helpers: Math.max(...demos.map((demo) => demo.helpers)),
    volunteers: Math.max(...demos.map((demo) => demo.volunteers)),
  };
}

/**
 * Only one is played, so that what several use is shared: as many as the one that needs most. What is made ready
 * beforehand, because a task holds it or something stands in it, is needed for each.
 */
function kitOf(demos: readonly Demo[]): KitNeed[] {
  const all: (KitNeed & { prepared: boolean; from: Demo })[] = [];
  for (const demo of demos)
    for (const need of demo.kit) {
      const prepared = demo.prep.some((task) => task.holds?.includes(need.goodId));
      const i = all.findIndex(
        (n) => n.goodId === need.goodId && n.contents === need.contents && !n.places === !need.places,
      );
      const match = all[i];
      if (!match) all.push({ ...need, prepared, from: demo });
      else {
        const both = match.from === demo || (match.prepared && prepared) ? sum : Math.max;
        all[i] = {
          ...match,
          prepared: match.prepared || prepared,
          from: demo,
          count: both(match.count, need.count),
          turnRoundS: Math.max(match.turnRoundS, need.turnRoundS),
          ...(match.places !== undefined && { places: both(match.places, need.places ?? 0) }),
        };
      }
    }
  return all.map(({ prepared: _prepared, from: _from, ...need }) => need);
}

const sum = (a: number, b: number) => a + b;
