import { gasL } from '../bench';
import { CRYOGENS, molarMass, USUAL_ROOM_C } from '../physics';
import type { Script } from '../script';
import { coldPlans, type NeedLine, type Needs } from '../supplies';
import type { Timetable } from '../timetable';
import type { GasSource } from './air';

/** An item's gas with the item it comes from. */
export interface ItemGas extends GasSource {
  itemId: string;
}

/** Whatever is poured is gas at the latest when its item is over; a shorter item pours for so long, s. Common practice. */
const LEAST_S = 60;

/**
 * The gas that a show's cryogens become, item by item, at what its demos use with every retry; of a choice, of the option
 * that uses most. Whether a demo holds a calculator does not matter. Pure.
 */
export function gasOf(script: Script, timetable: Timetable, { consumables }: Needs): ItemGas[] {
  const { roomC = USUAL_ROOM_C } = script.file.venue;
  return coldPlans(script).flatMap(({ goodId, cryogen }) => {
    const need = consumables.find((c) => c.goodId === goodId);
    if (!need) return [];
    const { kgPerUnit } = CRYOGENS[cryogen];
    const isCO2 = cryogen === 'dry ice';
    const kgPerBase = need.unit === 'g' ? 1 / 1000 : kgPerUnit / 1000;
    const m3PerKg = gasL(1000 / molarMass(isCO2 ? 'CO2' : 'N2'), roomC) / 1000;
    return timetable.items.flatMap(({ itemId, startS, endS }): ItemGas[] => {
      const amount = mostOf(need.lines.filter((line) => line.itemId === itemId));
      if (amount <= 0) return [];
      const toS = Math.max(endS, startS + LEAST_S);
      return [{ itemId, fromS: startS, toS, m3: amount * kgPerBase * m3PerKg, isCO2 }];
    });
  });
}

function mostOf(lines: readonly NeedLine[]): number {
  const byOption = new Map<string, number>();
  let always = 0;
  for (const { each, mostTimes, pickedDemoId } of lines)
    if (pickedDemoId === undefined) always += each * mostTimes;
    else byOption.set(pickedDemoId, (byOption.get(pickedDemoId) ?? 0) + each * mostTimes);
  return always + Math.max(0, ...byOption.values());
}
