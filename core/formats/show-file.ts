import { AttemptsFile } from '../logbook';
import { check, ShowFile, showFileProblems, upgradeShowFile, type Checked } from '../show';

/**
 * Reads the text of a show file. Errors: not JSON, a wrong field or a reference that leads nowhere, each as a problem
 * with its path and a sentence. An older version is read as the newest; a newer one is refused by its number.
 */
export function readShowFile(text: string): Checked<ShowFile> {
  const json = parse(text);
  if (!json.ok) return json;
  const file = check(ShowFile, upgradeShowFile(json.value));
  if (!file.ok) return file;
  const problems = showFileProblems(file.value);
  return problems.length ? { ok: false, problems } : file;
}

/** Reads the text of a file of attempts. Errors as `readShowFile`. */
export function readAttemptsFile(text: string): Checked<AttemptsFile> {
  const json = parse(text);
  return json.ok ? check(AttemptsFile, json.value) : json;
}

/** A show file as text: two-space JSON with a last newline, so that it reads and diffs well. */
export const writeShowFile = (file: ShowFile) => `${JSON.stringify(file, null, 2)}\n`;

function parse(text: string): Checked<unknown> {
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch (error) {
    return { ok: false, problems: [{ path: '', message: `This is not JSON: ${(error as Error).message}.` }] };
  }
}
