export { Details } from './Details';
export { FieldOf, Drawn, type Option } from './FieldOf';
export { FieldIn, FormOf } from './FieldIn';
export { isRefused, refusals } from './refused';
export { declaredAt, prune, resolverOf, type Declared, type Fields } from './resolver';
