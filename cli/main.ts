import {
  BUDGET_STEPS,
  BENCHES,
  declare,
  explain,
  learn,
  listed,
  plan,
  likelyRange,
  oddsOf,
  readField,
  readAttemptsFile,
  readShowFile,
  runBench,
  type Checked,
} from '@hearty/core';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';

const HELP = `hearty: plan, check and learn from files.

  hearty plan FILE [--seed N] [--plays N] [--budget N]
                      timetable, findings, needs and bands of a show file, as JSON
  hearty explain FILE ITEM [--budget N]
                      why an item and its work stand where they do; ITEM is its id, its place (from 1) or its title
  hearty check FILE   whether a show file is right, and what is wrong with it
  hearty bench --list the calculators with their inputs and outputs, as JSON
  hearty bench ID [JSON]
                      one of them worked out, its inputs as an object; those left out take their defaults; ends with 2
                      where one is out of its range

  hearty learn FILE   odds, their 90 % interval and times from a file of attempts, as JSON

  hearty backup [FILE]
                      a copy of everything in the data folder (HEARTY_DATA), as one file; its path is printed
  hearty restore FILE [--yes] [--over-newer]
                      what such a copy holds beside what is here; --yes puts it in the place of everything here,
                      --over-newer also where something here is not in the file. What was here is backed up first.
  hearty passphrase [--off]
                      sets what planners on other machines must give to the first line of the input; --off: nobody may

  --seed N     seed of the forecast's chance (1)
  --plays N    plays of the forecast (10000); 0 leaves it out
  --budget N   steps before the placing settles for the best found (1500000, at most about half a second); the same
               budget gives the same plan on every machine

FILE may be - for standard input. Ends with 0, or with 1 and a sentence where the input is bad.`;

/** Bad input: its sentence goes to the error output and the exit code is 1, or another one. */
class BadInput extends Error {
  constructor(
    message: string,
    readonly code = 1,
  ) {
    super(message);
  }
}

/** The calculators: all of them as a list, or one worked out. What is out of range ends with 2. */
function benches(id: string | undefined, given = '{}', list: boolean): void {
  const print = (value: unknown) => console.log(JSON.stringify(value, null, 2));
  if (list) return print(BENCHES.map(listed));
  const bench = BENCHES.find((b) => b.id === id);
  if (!bench)
    throw new BadInput(`There is no such calculator. There are: ${BENCHES.map((b) => b.id).join(', ')}.`, 2);
  let inputs: unknown;
  try {
    inputs = JSON.parse(given);
  } catch {
    throw new BadInput(`The inputs are not JSON: ${given}`, 2);
  }
  const worked = runBench(bench, inputs);
  if (!worked.ok)
    throw new BadInput(worked.problems.map((p) => `${p.path || bench.id}: ${p.message}`).join('\n'), 2);
  const { verdict, outputs, findings, working } = worked.value;
  print({ verdict, outputs, findings, working });
}

function main(args: string[]): void {
  const { values, positionals } = parse(args);
  const [command, path, item] = positionals;
  if (values.help || !command) return console.log(HELP);
  if (command === 'bench') return benches(path, item, values.list === true);
  if (!path) throw new BadInput(`“hearty ${command}” needs a file.\n\n${HELP}`);
  const print = (value: unknown) => console.log(JSON.stringify(value, null, 2));
  switch (command) {
    case 'plan': {
      const file = good(readShowFile(read(path)), path);
      return print(
        plan(file, {
          seed: whole(values.seed, 'seed', 1),
          plays: whole(values.plays, 'plays', 10_000),
          budget: whole(values.budget, 'budget', BUDGET_STEPS),
        }),
      );
    }
    case 'explain': {
      if (item === undefined) throw new BadInput(`“hearty explain” needs a file and an item.\n\n${HELP}`);
      const file = good(readShowFile(read(path)), path);
      const lines = explain(file, item, { budget: whole(values.budget, 'budget', BUDGET_STEPS) });
      if (!lines)
        throw new BadInput(
          `“${file.show.title}” has no item “${item}”. It has:\n${file.show.items.map((i, n) => `  ${n + 1}  ${i.id}  ${i.title}`).join('\n')}`,
        );
      return console.log(lines.join('\n'));
    }
    case 'check': {
      const { show, demos } = good(readShowFile(read(path)), path);
      return console.log(
        `“${show.title}” is a good show file: ${show.items.length} items, ${demos.length} demos.`,
      );
    }
    case 'learn': {
      const { attempts } = good(readAttemptsFile(read(path)), path);
      return print(
        learn(attempts).map((record) => ({
          ...record,
          ...oddsOf(record),
          likely: likelyRange(oddsOf(record)),
        })),
      );
    }
    default:
      throw new BadInput(`There is no command “${command}”.\n\n${HELP}`);
  }
}

function parse(args: string[]) {
  try {
    return parseArgs({
      args,
      allowPositionals: true,
      options: {
        seed: { type: 'string' },
        plays: { type: 'string' },
        budget: { type: 'string' },
        list: { type: 'boolean' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw new BadInput((error as Error).message);
  }
}

function read(path: string): string {
  try {
    return readFileSync(path === '-' ? 0 : resolve(process.env.HEARTY_CWD ?? '.', path), 'utf8');
  } catch (error) {
    throw new BadInput(`Cannot read ${path}: ${(error as NodeJS.ErrnoException).code}.`);
  }
}

function good<T>(checked: Checked<T>, path: string): T {
  if (checked.ok) return checked.value;
  const lines = checked.problems.map((p) => `  ${p.path || '(file)'}: ${p.message}`);
  throw new BadInput(
    `${path} has ${lines.length === 1 ? 'a mistake' : `${lines.length} mistakes`}:\n${lines.join('\n')}`,
  );
}

/** More plays or steps than this take longer than anybody waits. */
const MOST = 100_000_000;

function whole(text: string | undefined, name: string, otherwise: number): number {
  if (text === undefined) return otherwise;
  const found = readField(declare.whole(0, MOST, `--${name}`), text);
  if (found.ok) return found.value as number;
  throw new BadInput(`--${name}: ${found.message}`);
}

try {
  main(process.argv.slice(2));
} catch (error) {
  if (!(error instanceof BadInput)) throw error;
  console.error(error.message);
  process.exitCode = error.code;
}
