export * from './amount';
export * from './time';
