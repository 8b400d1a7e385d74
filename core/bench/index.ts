export { BENCHES } from './all';
export { figuresFor, standsAt, sumsOfDemo, takenFrom } from './held';
export {
  fieldOfInput,
  say as sayFigure,
  type Bench,
  type BenchFinding,
  type Input,
  type Limit,
  type Mark as BenchMark,
  type Scene,
  type Outputs,
  type Value,
  type Worked,
} from './mould';
export { listed, runBench, startOf, type Listed } from './run';
