export * from './decorators';
