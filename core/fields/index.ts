export { accepts, oddity } from './accepts';
export * from './decorators';
export { labelOf, MOST_TEXT, MOST_TITLE, type Field, type FieldOf, type Said, type Says } from './field';
export * as declare from './field';
export * from './reading';
