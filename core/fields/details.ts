import { nestedOf, type Class } from './accepts';
import { fieldsOf } from './decorators';
import { labelOf } from './field';
import { sayField, type Measure } from './reading';

/** A field of a document as a page shows it: its words, or the documents inside it. */
export interface Detail {
  key: string;
  label: string;
  words?: string;
  inside?: Detail[][];
}

/**
 * Every field that is filled in, in the order of the document, so that a page cannot forget one. `nameOf` gives the title
 * of another document by its id, `measureOf` the unit of an amount beside it. Ids are not shown. Pure.
 */
export function detailsOf(
  type: Class,
  value: object,
  nameOf: (id: string) => string,
  measureOf: (value: object) => Measure | undefined,
): Detail[] {
  const fields = fieldsOf(type);
  return Object.entries(value).flatMap(([key, held]): Detail[] => {
    const field = fields.get(key);
    if (field) {
      const words =
        field.as === 'document'
          ? nameOf(String(held))
          : field.as === 'documents'
            ? (held as string[]).map(nameOf).join(', ')
            : sayField(field, held, measureOf(value));
      return words === '' ? [] : [{ key, label: labelOf(field), words }];
    }
    const nested = nestedOf(type, key)?.();
    if (!nested || held === undefined) return [];
    const inside = [held].flat().map((entry) => detailsOf(nested, entry as object, nameOf, measureOf));
    return inside.length > 0 ? [{ key, label: asWords(key), inside }] : [];
  });
}

/** "coverLine" as "Cover line". */
const asWords = (key: string): string => {
  const words = key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
};
