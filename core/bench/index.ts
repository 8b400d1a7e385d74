export { BENCHES } from './all';
export { figuresFor, knownOf, standsAt, sumsOfDemo } from './held';
export {
  fieldOfInput,
  say as sayFigure,
  type Bench,
  type BenchFinding,
  type Input,
  type Known,
  type Limit,
  type Mark as BenchMark,
  type Scene,
  type Outputs,
  type Value,
  type Worked,
} from './mould';
export { listed, runBench, startOf, type Listed } from './run';
