export { accepts, oddity } from './accepts';
export * from './decorators';
