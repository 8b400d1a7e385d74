import type { Demo, Item, Parameter, Setting, Show } from '../show';
import type { Trial } from './trials';

/** "400 mL" as an item has it: "400"; a name as it is. */
const bare = (parameter: Parameter, level: string): string =>
  parameter.names ? level : (level.split(/\s/)[0] ?? level);

const settingOf = (parameter: Parameter, level: string): Setting =>
  parameter.names
    ? { parameterId: parameter.id, name: level }
    : { parameterId: parameter.id, value: Number(bare(parameter, level).replace(',', '.')) };

/** What was held in a trial, as settings of an item. */
const settingsOf = (demo: Demo, held: Trial['held']): Setting[] =>
  Object.entries(held).flatMap(([title, value]): Setting[] => {
    const parameter = demo.parameters?.find((p) => p.title === title);
    return parameter ? [settingOf(parameter, value)] : [];
  });

/** An item that plays the demo as it was held in the trial. */
function heldItem(demo: Demo, { held }: Trial, id: string): Item {
  const variant = demo.variants?.find((v) => v.title === held['variant']);
  const settings = settingsOf(demo, held);
  return {
    ...{ id, kind: 'demo' as const, title: demo.title, demoId: demo.id },
    ...{ showings: demo.showings, retries: demo.retries, helperIds: [] },
    ...(settings.length > 0 && { settings }),
    ...(variant && { variantId: variant.id }),
  };
}

/** The levels a trial is played at next: what is to be tried, beside the best of the others. As an item has them. */
export function levelsNext(trial: Trial, parameter: Parameter): string[] {
  const others = trial.levels.filter((l) => l.level !== trial.next.level);
  const second = others.reduce((a, b) => (b.best > a.best ? b : a)).level;
  return [trial.next.level, second].map((level) => bare(parameter, level));
}

/** A show with the trial at its end, as a series. Pure. */
export function withTrial(show: Show, demo: Demo, parameter: Parameter, trial: Trial, newId: string): Show {
  const levels = levelsNext(trial, parameter);
  const item: Item = {
    ...heldItem(demo, trial, newId),
    ...{ showings: levels.length, retries: 0 },
    series: { parameterId: parameter.id, levels, onFail: 'go on' },
  };
  return { ...show, items: [...show.items, item] };
}

/**
 * A show in which the demo is played at the trial's best level: wherever it is played without trying levels of it, else
 * once more at its end. Pure.
 */
export function withBest(show: Show, demo: Demo, parameter: Parameter, trial: Trial, newId: string): Show {
  const best = settingOf(parameter, trial.bestLevel);
  const set = (item: Item): Item => ({
    ...item,
    settings: [...(item.settings ?? []).filter((s) => s.parameterId !== parameter.id), best],
  });
  const isPlain = (i: Item) => i.demoId === demo.id && i.series?.parameterId !== parameter.id;
  return show.items.some(isPlain)
    ? { ...show, items: show.items.map((i) => (isPlain(i) ? set(i) : i)) }
    : { ...show, items: [...show.items, set(heldItem(demo, trial, newId))] };
}
