export * from './figures';
export * from './amount';
export * from './time';
export * from './order';
export * from './quantile';
