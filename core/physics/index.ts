export { chillingS, FILM_BOILING, plankS, type Shape } from './chilling';
export * from './cryogens';
export * from './molar-mass';
export * from './solutions';
