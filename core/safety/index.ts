export { airThrough, type AirThen, type GasSource } from './air';
export { gasOf, type ItemGas } from './sources';
