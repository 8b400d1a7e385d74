import type { Demo, Good, Item, Parameter, Setting, Venue } from '../show';

/** A dose taken from an earlier series is the likeliest of its levels, or the largest. */
export type Dose = 'likeliest' | 'largest';

/** What of the show and its venue a demo depends on. */
export interface Around {
  venue: Venue;
  heads: number;
  frontRowSeats: number;
  goods: ReadonlyMap<string, Good>;
  /** The levels an earlier item's series goes through, by the item's id. */
  levelsOf: (itemId: string) => readonly string[] | undefined;
}

/** A parameter of a demo by its id. */
export const parameterOf = (demo: Demo, id: string): Parameter | undefined =>
  demo.parameters?.find((p) => p.id === id);

/** A level as a number of the parameter's; undefined for a name. */
export function levelValue(parameter: Parameter | undefined, level: string): number | undefined {
  const value = Number(level.replace(',', '.'));
  return parameter?.names || level.trim() === '' || !Number.isFinite(value) || value <= 0 ? undefined : value;
}

/** The setting of an item for a parameter of its demo; where it is a dose, a level of the series it is taken from. */
export function settingValue(
  demo: Demo,
  item: Pick<Item, 'settings'>,
  parameterId: string,
  levelsOf: Around['levelsOf'],
  dose: Dose = 'likeliest',
): { value?: number; name?: string } {
  const parameter = parameterOf(demo, parameterId);
  const setting: Setting | undefined = item.settings?.find((s) => s.parameterId === parameterId);
  const usual = parameter?.names ? { name: parameter.names[0]! } : { value: parameter?.usual ?? 1 };
  if (!setting) return usual;
  const levels = setting.bestOf === undefined ? undefined : levelsOf(setting.bestOf);
  if (levels?.length) {
    const values = levels.flatMap((level) => levelValue(parameter, level) ?? []);
    if (!values.length) return { name: setting.name ?? levels[0]! };
    if (dose === 'largest') return { value: Math.max(...values) };
    // Until something was seen: what was set here, else the level nearest to the usual value.
    return { value: setting.value ?? nearest(values, parameter?.usual ?? 1) };
  }
  if (setting.name !== undefined) return { name: setting.name };
  return setting.value === undefined ? usual : { value: setting.value };
}

const nearest = (values: readonly number[], wanted: number) =>
  values.reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a));

/**
 * By showing of a series, what grows with its parameter is multiplied by this: level / usual value, 1 for a name.
 * Undefined without a series.
 */
export function levelFactors(demo: Demo, { series }: Pick<Item, 'series'>): number[] | undefined {
  if (!series) return undefined;
  const parameter = parameterOf(demo, series.parameterId);
  return series.levels.map((level) => {
    const value = levelValue(parameter, level);
    return value === undefined ? 1 : value / (parameter?.usual ?? value);
  });
}
