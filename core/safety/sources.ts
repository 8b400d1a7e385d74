import { gasL } from '../bench';
import { CRYOGENS, molarMass, USUAL_ROOM_C } from '../physics';
import { mayPlay, type Script, type ScriptItem } from '../script';
import { roomM3Of, type Gas } from '../show';
import { coldPlans, type NeedLine, type Needs } from '../supplies';
import type { Timetable } from '../timetable';
import { airThrough, type AirThen, type GasSource } from './air';

/** An item's gas with the item it comes from. */
export interface ItemGas extends GasSource {
  itemId: string;
  /** It is colder than the room, and lies on the floor before it mixes. */
  isCold?: true;
}

/** Whatever is poured is gas at the latest when its item is over; a shorter item pours for so long, s. Common practice. */
const LEAST_S = 60;

/** What gas from a bottle or a reaction brings into the air of a room, by its gas. */
const SHARES: Readonly<Record<Gas, Pick<GasSource, 'oxygen' | 'co2' | 'hydrogen'>>> = {
  'carbon dioxide': { co2: 1 },
  nitrogen: {},
  oxygen: { oxygen: 1 },
  hydrogen: { hydrogen: 1 },
  helium: {},
  smoke: {},
};

/** Burning a gram of propane takes so many grams of oxygen and gives so many of carbon dioxide: C₃H₈ + 5 O₂ → 3 CO₂ + 4 H₂O. Most fuels take less. */
const BURNING = { oxygenGPerG: 160 / 44, co2GPerG: 132 / 44 };

/**
 * All that changes the air of a room in a show, item by item, with every retry; of a choice, what uses most. Whether a
 * demo holds a calculator does not matter. Pure.
 */
const gasOf = (script: Script, timetable: Timetable, needs: Needs): ItemGas[] => [
  ...cryogenGas(script, timetable, needs),
  ...timetable.items.flatMap(({ itemId, startS, endS }) => {
    const scripted = script.byItem.get(itemId)!;
    const span = { itemId, fromS: startS, toS: Math.max(endS, startS + LEAST_S) };
    const sources = [
      ...givenOff(scripted, (endS - startS) / 60),
      ...calculated(scripted),
      ...burnt(script, scripted),
    ];
    return sources.map((source) => ({ ...span, ...source }));
  }),
];

type Given = Omit<GasSource, 'fromS' | 'toS'>;

/** Litres of each gas at most: of a choice one option is played, and whichever gives most of a gas counts for that gas. */
function largest(options: readonly (readonly { gas: Gas; litres: number }[])[]): Map<Gas, number> {
  const most = new Map<Gas, number>();
  for (const option of options) {
    const own = new Map<Gas, number>();
    for (const { gas, litres } of option) own.set(gas, (own.get(gas) ?? 0) + litres);
    for (const [gas, litres] of own) most.set(gas, Math.max(most.get(gas) ?? 0, litres));
  }
  return most;
}

const asSources = (gases: ReadonlyMap<Gas, number>): Given[] =>
  [...gases].map(([gas, litres]) => ({ m3: litres / 1000, ...SHARES[gas] }));

/** What its demos say they give off, each option by itself. */
const saysItGives = (scripted: ScriptItem, minutes: number) => {
  const times = { attempt: attemptsOf(scripted), minute: minutes, show: 1 };
  return mayPlay(scripted).map(({ gives = [] }) =>
    gives.map(({ gas, litres, per }) => ({ gas, litres: litres * times[per] })),
  );
};

const givenOff = (scripted: ScriptItem, minutes: number): Given[] =>
  asSources(largest(saysItGives(scripted, minutes)));

/** Gas that calculators of an item work out, where its demo does not say what it gives off: of peroxide, and of foil in lye. */
function calculated(scripted: ScriptItem): Given[] {
  const options = scripted.options?.map(({ source }) => source) ?? [scripted];
  return asSources(largest(options.map(calculatedGas)));
}

function calculatedGas({ demo, showings, item }: ScriptItem): { gas: Gas; litres: number }[] {
  if (demo?.gives?.length) return [];
  return showings.flatMap(({ results }) =>
    results.flatMap(({ held, outputs }) => {
      const gas = CALCULATED[held.benchId];
      const litres = gas && outputs[gas.output];
      return gas && typeof litres === 'number' && litres > 0
        ? [{ gas: gas.gas, litres: litres * (1 + item.retries) }]
        : [];
    }),
  );
}

const CALCULATED: Readonly<Record<string, { output: string; gas: Gas } | undefined>> = {
  'peroxide-foam': { output: 'oxygenL', gas: 'oxygen' },
  'foil-hydrogen': { output: 'hydrogenL', gas: 'hydrogen' },
};

const attemptsOf = ({ item }: ScriptItem) => item.showings + item.retries;

/**
 * Hydrogen that an item of so many minutes makes or burns at most, L, with its retries: as its demo says, else by its
 * calculators, a balloon of it too; of a choice the option with most.
 */
export function hydrogenL(scripted: ScriptItem, minutes: number): number {
  const said = largest(saysItGives(scripted, minutes)).get('hydrogen') ?? 0;
  const options = scripted.options?.map(({ source }) => source) ?? [scripted];
  const made = options.map((option) => {
    const balloons = option.showings.flatMap(({ results }) =>
      results.flatMap(({ held, values }) =>
        held.benchId === 'balloon' && values.gas === 'hydrogen' ? [Number(values.volumeL)] : [],
      ),
    );
    const inBalloons = balloons.reduce((sum, litres) => sum + litres * (1 + option.item.retries), 0);
    return inBalloons + (largest([calculatedGas(option)]).get('hydrogen') ?? 0);
  });
  return Math.max(said, ...made);
}

/** Oxygen that is used up by what burns, with every retry, at the room's temperature. */
function burnt({ file }: Script, scripted: ScriptItem): Given[] {
  const grams = Math.max(0, ...mayPlay(scripted).map((demo) => demo.burntG ?? 0)) * attemptsOf(scripted);
  if (grams === 0) return [];
  const { roomC = USUAL_ROOM_C } = file.venue;
  const m3 = (gramsOfGas: number, formula: 'O2' | 'CO2') =>
    gasL(gramsOfGas / molarMass(formula), roomC) / 1000;
  return [
    {
      m3: 0,
      burntO2M3: m3(grams * BURNING.oxygenGPerG, 'O2'),
      burntCO2M3: m3(grams * BURNING.co2GPerG, 'CO2'),
    },
  ];
}

/** The gas that a show's cryogens become, at what its demos use. */
function cryogenGas(script: Script, timetable: Timetable, { consumables }: Needs): ItemGas[] {
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
      const m3 = amount * kgPerBase * m3PerKg;
      return [{ itemId, fromS: startS, toS, m3, isCold: true, ...(isCO2 && { co2: 1 }) }];
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

/** What nobody has said of a room. From memory: a closed hall with its doors shut. */
const USUAL_ROOM_M3 = 150;
const USUAL_AIR_CHANGES = 0.5;

/**
 * The air of a venue's room through a show, with what nobody has measured assumed and said so: at the moments at which it
 * turns, and at those asked for. Pure.
 */
export function airOf(
  script: Script,
  timetable: Timetable,
  needs: Needs,
  atS: readonly number[] = [],
): {
  air: AirThen[];
  gas: ItemGas[];
  room: { roomM3: number; airChangesPerHour: number; isAssumed: boolean; assumed: string[] };
} {
  const { venue } = script.file;
  const known = roomM3Of(venue);
  const roomM3 = known ?? USUAL_ROOM_M3;
  const airChangesPerHour = venue.airChanges ?? USUAL_AIR_CHANGES;
  const gas = gasOf(script, timetable, needs);
  return {
    air: gas.length
      ? airThrough([...gas, ...atS.map((s) => ({ fromS: s, toS: s, m3: 0 }))], { roomM3, airChangesPerHour })
      : [],
    gas,
    room: {
      ...{ roomM3, airChangesPerHour, isAssumed: known === undefined },
      assumed: [
        ...(known === undefined ? [`${USUAL_ROOM_M3} m³`] : []),
        ...(venue.airChanges === undefined ? [`${USUAL_AIR_CHANGES} air changes per hour`] : []),
      ],
    },
  };
}
