export { Benches } from './Benches';
export { Conditions, Faults, GasRows } from './Others';
export { Consumables, Kit, WornRows } from './Needs';
export { Parameters, ReadingFields } from './Parameters';
export { Prep, ResetFields } from './Prep';
export { Steps } from './Steps';
export { Variants } from './Variants';
