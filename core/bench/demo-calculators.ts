import { formatFigure, type BaseUnit } from '../quantities';
import {
  roomM3Of,
  type BenchInput,
  type Condition,
  type Demo,
  type DemoBench,
  type Good,
  type Venue,
} from '../show';
import { BENCHES } from './all';
import { IN_BASE, type Bench, type Input, type Known, type Value, type Worked } from './define';
import type { CalculatorResult, CalculatorValue, ParameterSetting } from './result';
import { runBench, startOf } from './run';

interface Around {
  venue: Venue;
  goods: ReadonlyMap<string, Good>;
}

/** Runs every calculator of a demo at these settings, with what its venue and its goods say. Pure. */
export const runCalculators = (demo: Demo, around: Around, at: ParameterSetting): CalculatorResult[] =>
  (demo.benches ?? []).map((held) => runCalculator(held, demo, around, at));

/** An input that is the amount of a consumable grows with the setting that the consumable grows with. */
function scaledUp(
  value: CalculatorValue | undefined,
  name: string,
  held: DemoBench,
  { consumables, parameters = [] }: Demo,
  at: ParameterSetting,
): CalculatorValue | undefined {
  const goodId = held.amounts.find(({ figure }) => figure === name)?.goodId;
  const scalesWith = consumables.find((need) => need.goodId === goodId)?.scalesWith;
  const usual = parameters.find(({ id }) => id === scalesWith)?.usual;
  const set = scalesWith === undefined ? undefined : at(scalesWith).value;
  return typeof value === 'number' && usual !== undefined && set !== undefined
    ? (value * set) / usual
    : value;
}

/** The vessel that a demo's calculators use: the largest of what it has that holds something. */
const vesselOf = ({ kit, consumables }: Demo, { goods }: Around): Good | undefined =>
  [...kit, ...consumables]
    .flatMap(({ goodId }) => goods.get(goodId) ?? [])
    .filter((good) => good.capacityL !== undefined)
    .sort((a, b) => b.capacityL! - a.capacityL!)
    .at(0);

/** A vessel set so far from the kit's own is another vessel. From memory. */
const OTHER_VESSEL = 1.25;
const isFarFrom = (set: number, capacityL: number) =>
  Math.max(set / capacityL, capacityL / set) > OTHER_VESSEL;

function runCalculator(held: DemoBench, demo: Demo, around: Around, at: ParameterSetting): CalculatorResult {
  const bench = BENCHES.find((b) => b.id === held.benchId);
  const parameters = demo.parameters ?? [];
  const vessel = vesselOf(demo, around);
  const base = { held, title: bench?.title ?? held.benchId, question: bench?.question ?? '' };
  const nothing = {
    values: {},
    outputs: {},
    taken: [],
    assumed: [],
    verdict: '',
    findings: [],
    amounts: [],
    times: [],
    conditions: [],
  };
  const refuse = (refused: string): CalculatorResult => ({ ...base, ...nothing, refused });
  if (!bench) return refuse('There is no such calculator.');
  const given: Record<string, CalculatorValue | undefined> = {};
  for (const input of held.inputs) {
    const parameter = parameters.find((p) => p.id === input.parameterId);
    if (input.parameterId !== undefined && !parameter)
      return refuse(`“${labelIn(bench, input.name)}” goes with a parameter that the demo does not have.`);
    const unit = unitOf(bench.inputs[input.name]);
    if (parameter?.unit && unit && parameter.unit.trim() !== unit)
      return refuse(`“${parameter.title}” is in ${parameter.unit}, and this needs ${unit}.`);
    given[input.name] = parameter
      ? playedAt(at(parameter.id))
      : scaledUp(standsAt(input), input.name, held, demo, at);
  }
  const known = takenFrom(bench, around.venue, strongOf(held, around), vessel);
  const taken = known.filter(({ name }) => given[name] === undefined);
  const contradicted = known.filter(
    ({ name, value, from }) =>
      from === vessel?.name && typeof given[name] === 'number' && isFarFrom(given[name], value),
  );
  for (const { name, value } of taken) given[name] = value;
  const named = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
  const done = runBench(bench, named);
  if (!done.ok) {
    const [{ path, message } = { path: '', message: '' }] = done.problems;
    return refuse(`“${labelIn(bench, path)}” ${message}`.replace(/\.?$/, '.'));
  }
  const values = { ...startOf(bench), ...(named as Record<string, Value>) };
  const worked = done.value;
  const amounts: CalculatorResult['amounts'][number][] = [];
  for (const { goodId, figure } of held.amounts) {
    const amount = amountFor(bench, values, worked, figure, around.goods.get(goodId));
    if (typeof amount === 'string') return refuse(amount);
    amounts.push({ goodId, amount });
  }
  const times: CalculatorResult['times'][number][] = [];
  for (const { taskId, figure } of held.times ?? []) {
    const readyAfterS = secondsFor(bench, worked, figure);
    if (readyAfterS === undefined) return refuse(`“${figure}” is no length of time of this calculator.`);
    times.push({ taskId, readyAfterS });
  }
  const foretold = held.foretells === undefined ? undefined : result(bench, worked, held.foretells);
  return {
    ...base,
    values,
    taken: taken.map(({ name, value, from }) => ({
      label: labelIn(bench, name),
      message: `${formatFigure(value)} ${unitOf(bench.inputs[name])}`.trim(),
      from,
    })),
    outputs: worked.outputs,
    assumed: assumedIn(bench, given),
    verdict: worked.verdict,
    ...(worked.fails !== undefined && { fails: worked.fails }),
    findings: [
      ...worked.findings,
      ...contradicted.map(({ name, value, from }) => ({
        level: 'caution' as const,
        message: `${labelIn(bench, name)} is set to ${formatFigure(Number(given[name]))} L, but “${from}” in the kit holds ${formatFigure(value)} L. Check which is right: the results depend on it.`,
      })),
    ],
    amounts,
    times,
    conditions: held.limits ? conditionsOf(held, worked) : [],
    ...(foretold && { foretold }),
  };
}

const labelIn = (bench: Bench, name: string) => bench.inputs[name]?.label ?? name;

const unitOf = (input: Input | undefined) => (input && input.as !== 'choice' ? (input.unit ?? '') : '');

const playedAt = ({ value, name }: ReturnType<ParameterSetting>): CalculatorValue | undefined =>
  value ?? name;

/** What an input stands at in a demo, as the bench takes it; undefined where the demo does not say. */
export const standsAt = ({ value, word, numbers }: Omit<BenchInput, 'name'>): CalculatorValue | undefined =>
  value ?? word ?? numbers?.map((n) => Number(n.replace(',', '.')));

/** What nobody said of a bench's inputs, as it begins, and where it is said; what the calculator alone knows has no place. */
const assumedIn = (
  bench: Bench,
  given: Readonly<Record<string, CalculatorValue | undefined>>,
): CalculatorResult['assumed'] =>
  Object.entries(bench.inputs).flatMap(([name, input]) =>
    given[name] !== undefined || input.as !== 'number'
      ? []
      : [
          {
            label: input.label,
            message: `${formatFigure(input.start)} ${unitOf(input)}`.trim(),
            ...(input.known && { setAt: SET_AT[input.known] }),
          },
        ],
  );

const SET_AT: Readonly<Record<Known, string>> = {
  roomC: 'at the venue',
  humidityPercent: 'at the venue',
  pressureKPa: 'at the venue',
  roomM3: 'at the venue',
  frontRowM: 'at the venue',
  strengthPercent: 'with the good in the stores',
  capacityL: 'with the vessel in the stores',
};

/** What goes into a bench that the venue's room, a good's strength or a vessel says, and whose it is. */
export function takenFrom(
  bench: Bench,
  venue: Venue | undefined,
  good: Good | undefined,
  vessel?: Good,
): { name: string; value: number; from: string }[] {
  return Object.entries(bench.inputs).flatMap(([name, input]) => {
    if (input.as !== 'number' || input.known === undefined) return [];
    const [source, value] = whoKnows(input.known, venue, good, vessel);
    return source && value !== undefined ? [{ name, value, from: source.name }] : [];
  });
}

function whoKnows(
  known: Known,
  venue: Venue | undefined,
  good: Good | undefined,
  vessel: Good | undefined,
): [source: { name: string } | undefined, value: number | undefined] {
  switch (known) {
    case 'strengthPercent':
      return [good, good?.strengthPercent];
    case 'capacityL':
      return [vessel, vessel?.capacityL];
    case 'roomM3':
      return [venue, venue && roomM3Of(venue)];
    default:
      return [venue, venue?.[known]];
  }
}

/** The good by whose strength a demo's calculator works: the first that it gives an amount of. */
const strongOf = ({ amounts }: DemoBench, { goods }: Around): Good | undefined =>
  amounts.flatMap(({ goodId }) => goods.get(goodId) ?? []).find((g) => g.strengthPercent !== undefined);

/** What goes into a bench or comes out of it that may be an amount: of this good, as its shelf keeps it, or of any. */
export function figuresFor(bench: Bench, good?: Good): { name: string; label: string; unit: string }[] {
  const { outputs } = bench.work(startOf(bench));
  return [
    ...Object.entries(bench.inputs).flatMap(([name, input]) =>
      input.as === 'number' ? [{ name, label: input.label, unit: unitOf(input) }] : [],
    ),
    ...Object.entries(bench.outputs).flatMap(([name, { label, unit }]) =>
      typeof outputs[name] === 'number' ? [{ name, label, unit }] : [],
    ),
  ].filter(({ unit }) => {
    const [base] = IN_BASE[unit] ?? [];
    return base !== undefined && (!good || base === good.unit || (!!good.densityGPerML && isBulk(base)));
  });
}

/** Seconds in a unit of time. */
const SECONDS_IN: Readonly<Record<string, number>> = { s: 1, min: 60, h: 3600 };

/** What comes out of a calculator that is a length of time. */
export const timesOf = ({ outputs }: Bench): { name: string; label: string }[] =>
  Object.entries(outputs)
    .filter(([, { unit }]) => unit in SECONDS_IN)
    .map(([name, { label }]) => ({ name, label }));

/** A result as whole seconds, rounded up; undefined where it is no length of time. */
function secondsFor({ outputs }: Bench, worked: Worked, figure: string): number | undefined {
  const value = worked.outputs[figure];
  const per = SECONDS_IN[outputs[figure]?.unit ?? ''];
  return typeof value === 'number' && value >= 0 && per !== undefined ? Math.ceil(value * per) : undefined;
}

/** An amount as the good's shelf keeps it; a sentence where it cannot be. */
function amountFor(
  bench: Bench,
  values: Readonly<Record<string, Value>>,
  { outputs }: Worked,
  figure: string,
  good: Good | undefined,
): number | string {
  const value = values[figure] ?? outputs[figure];
  const field = bench.inputs[figure] ?? bench.outputs[figure];
  if (!good || typeof value !== 'number' || !field) return `“${figure}” is no amount of this calculator.`;
  const unit = 'unit' in field ? (field.unit ?? '') : '';
  const [base, times] = IN_BASE[unit] ?? [];
  const inBase = value * (times ?? 1);
  if (base === good.unit) return Math.max(0, inBase);
  const density = good.densityGPerML;
  if (density && base === 'mL' && good.unit === 'g') return Math.max(0, inBase * density);
  if (density && base === 'g' && good.unit === 'mL') return Math.max(0, inBase / density);
  return `“${good.name}” is kept in ${good.unit}, and “${field.label}” comes in ${unit || 'no unit of amount'}${
    base && isBulk(base) ? ': set its bulk density' : ''
  }.`;
}

const isBulk = (unit: BaseUnit) => unit === 'mL' || unit === 'g';

function result({ outputs }: Bench, worked: Worked, name: string): CalculatorResult['foretold'] {
  const value = worked.outputs[name];
  const output = outputs[name];
  if (!output || (typeof value !== 'number' && typeof value !== 'string')) return undefined;
  return { label: output.label, value, unit: output.unit };
}

const conditionsOf = (held: DemoBench, { limits = [] }: Worked): Condition[] =>
  limits.map(({ what, unit, min, max }, i) => ({
    id: `${held.id}-limit-${i + 1}`.slice(-64),
    what,
    kind: 'measured',
    unit,
    ...(min !== undefined && { min }),
    ...(max !== undefined && { max }),
    must: true,
  }));
