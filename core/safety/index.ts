export { airThrough, type AirThen } from './air';
export { gasOf } from './sources';
