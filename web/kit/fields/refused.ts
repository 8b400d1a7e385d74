/**
 * What was typed into a field of a form and could not be read. It stands in the form's values in the place of a value:
 * nothing that holds one can be saved, and a row that is moved takes it along.
 */
export interface Refused {
  refused: string;
  message: string;
}

export const isRefused = (value: unknown): value is Refused =>
  typeof value === 'object' && value !== null && 'refused' in value && 'message' in value;

/** Every refused field in the values of a form, by its path: "steps.0.bestS". */
export function refusals(value: unknown, path = ''): { path: string; message: string }[] {
  if (isRefused(value)) return [{ path, message: value.message }];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => refusals(inner, path ? `${path}.${key}` : key));
}
