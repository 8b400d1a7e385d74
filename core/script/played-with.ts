import type { Parameter } from '../show';
import type { ScriptItem } from './script';

/** A value of a parameter with its unit: "1.5 L", "copper". */
export const withUnit = (
  { names, unit }: Pick<Parameter, 'names' | 'unit'>,
  value: number | string,
): string => (unit && !names ? `${value} ${unit}` : String(value));

/**
 * What an item is played with where that is not as its demo is written: its variant and each setting, "bottle: 1.5 L". A
 * dose says from which series it is taken; `titleOf` says what an item is called. Pure.
 */
export function playedWith(
  { item, demo }: Pick<ScriptItem, 'item' | 'demo'>,
  titleOf: (itemId: string) => string | undefined,
): string[] {
  const variant = demo?.variants?.find((v) => v.id === item.variantId)?.title;
  const set = (item.settings ?? []).flatMap(({ parameterId, bestOf, name, value }) => {
    const parameter = demo?.parameters?.find((p) => p.id === parameterId);
    if (!parameter) return [];
    const from = bestOf === undefined ? undefined : titleOf(bestOf);
    if (from !== undefined) return [`${parameter.title}: the best of “${from}”`];
    const is = name ?? value;
    return is === undefined ? [] : [`${parameter.title}: ${withUnit(parameter, is)}`];
  });
  return [...(variant === undefined ? [] : [variant]), ...set];
}
