import type { Demo, KitNeed } from '../show';

/** The longest of a choice's demos with the preparation, kit and cautions of all of them. A task says whose it is, and its id tells. */
export function allOf(longest: Demo, demos: readonly Demo[]): Demo {
  const ids = (k: number) => (id: string) => `o${k + 1}-${id}`.slice(0, 64);
  const union = <T>(list: (demo: Demo) => readonly T[]) => [...new Set(demos.flatMap(list))];
  return {
    ...longest,
    prep: demos.flatMap((demo, k) => {
      const own = ids(k);
      return demo.prep.map((task) => ({
        ...task,
        title: `${task.title} (${demo.title})`,
        id: own(task.id),
        ...(task.afterTaskId !== undefined && { afterTaskId: own(task.afterTaskId) }),
      }));
    }),
    kit: summed(demos.flatMap((demo) => demo.kit)),
    consumables: demos.flatMap((demo) => demo.consumables),
    worn: demos.flatMap((demo) =>
      demo.worn.map(({ goodId, what, by }) => ({ by, ...(goodId && { goodId }), ...(what && { what }) })),
    ),
    conditions: demos.flatMap((demo, k) => demo.conditions.map((c) => ({ ...c, id: ids(k)(c.id) }))),
    pictures: demos.flatMap((demo) => demo.pictures ?? []),
    skills: union((demo) => demo.skills),
    hazards: union((demo) => demo.hazards),
    cautions: union((demo) => demo.cautions),
    faults: demos.flatMap((demo) => demo.faults),
    helpers: Math.max(...demos.map((demo) => demo.helpers)),
    volunteers: Math.max(...demos.map((demo) => demo.volunteers)),
  };
}

/** All of it stands ready at once: of the same kit with the same in it, so many more. */
function summed(needs: readonly KitNeed[]): KitNeed[] {
  const all: KitNeed[] = [];
  for (const need of needs) {
    const i = all.findIndex(
      (n) => n.goodId === need.goodId && n.contents === need.contents && !n.places === !need.places,
    );
    const match = all[i];
    if (!match) all.push(need);
    else
      all[i] = {
        ...match,
        count: match.count + need.count,
        turnRoundS: Math.max(match.turnRoundS, need.turnRoundS),
        ...(match.places !== undefined && { places: match.places + (need.places ?? 0) }),
      };
  }
  return all;
}
