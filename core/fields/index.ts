export { accepts, nestedOf, oddity, type Class } from './accepts';
export * from './decorators';
export { detailsOf, type Detail } from './details';
export { labelOf, MOST_TEXT, MOST_TITLE, type Field } from './field';
export * as declare from './field';
export * from './reading';
