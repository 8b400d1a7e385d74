export { BENCHES } from './all';
export { figuresFor, runCalculators, standsAt, takenFrom, timesOf } from './demo-calculators';
export type { CalculatorResult, CalculatorValue, ParameterSetting } from './result';
export {
  fieldOfInput,
  formatNumber as sayFigure,
  type Bench,
  type BenchFinding,
  type Input,
  type Limit,
  type Mark as BenchMark,
  type Scene,
  type Outputs,
  type Value,
  type Worked,
} from './define';
export { listed, runBench, startOf, type Listed } from './run';
export { AIR_O2_PERCENT, gasL } from './constants';
export {
  CHILD_NOISE_DB,
  CO2_PERCENT,
  ENRICHED_PERCENT,
  HYDROGEN_PERCENT,
  MOST_HYDROGEN_L,
  MOST_OPEN_FUEL_ML,
  NOISE_DB,
  OXYGEN_PERCENT,
} from './limits';
