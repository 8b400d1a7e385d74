export * from './figures';
export { parseAmount, parseTemperature, type AmountOptions, type Cup } from './amount';
export * from './kitchen';
export { inUnit } from './in-unit';
export { twoWays } from './numbers';
export * from './time';
export * from './order';
export * from './quantile';
export { toId } from './to-id';
