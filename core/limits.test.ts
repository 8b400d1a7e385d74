import { getMetadataStorage } from 'class-validator';
import { Crate, Demo, Good, Person, Show, ShowFile, Venue, WrittenMove } from './index';

type Class = new () => object;

/** What bounds a text by itself: its length, its form, or the words it may be. */
const BOUNDS = ['maxLength', 'isLength', 'matches', 'isIn', 'equals'];

/** Fields of a class that nothing bounds, each as "Class.field". */
function unbounded(type: Class): string[] {
  const rules = new Map<string, string[]>();
  for (const { propertyName, name, each } of getMetadataStorage().getTargetValidationMetadatas(
    type,
    '',
    false,
    false,
  ))
    rules.set(propertyName, [
      ...(rules.get(propertyName) ?? []),
      ...(name ? [name] : []),
      ...(each ? ['each'] : []),
    ]);
  const loose = [...rules].filter(
    ([, has]) =>
      ((has.includes('each') || has.includes('isArray')) && !has.includes('arrayMaxSize')) ||
      (has.includes('isString') && !BOUNDS.some((name) => has.includes(name))) ||
      ((has.includes('isNumber') || has.includes('isInt')) && !(has.includes('max') && has.includes('min'))),
  );
  return loose.map(([field]) => `${type.name}.${field}`);
}

test('every list, text and number that can be written has an end, in documents and events alike', () => {
  const { validationMetadatas } = getMetadataStorage() as unknown as {
    validationMetadatas: Map<Class, unknown>;
  };
  const classes = [...validationMetadatas.keys()];
  expect(classes).toEqual(
    expect.arrayContaining([Crate, Demo, Good, Person, Show, ShowFile, Venue, WrittenMove]),
  );
  expect(classes.flatMap(unbounded)).toEqual([]);
});
