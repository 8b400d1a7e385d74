import { finding, type Finding, type Level, type Place, type Fix } from './finding';

/**
 * A rule is a row: when it speaks, at what level, and what it says stand together. `Context` is what it looks at,
 * `Case` what it found.
 */
export interface Rule<Context, Case, Code extends string = string> {
  id: Code;
  level: Level | ((found: Case, context: Context) => Level);
  /** Where the rule comes from: a published source, "common practice", or "arithmetic" for what follows from numbers. */
  source: string;
  /** Every case of it. */
  findMatches: (context: Context) => Case[];
  findPlace: (found: Case, context: Context) => Place;
  message: (found: Case, context: Context) => string;
  /** Whether the stop is one that nobody can answer for. */
  isFinal?: (found: Case, context: Context) => boolean;
  numbers?: (found: Case, context: Context) => Record<string, number>;
  fixes?: (found: Case, context: Context) => Fix[];
}

/** A rule with its cases forgotten: what a list of rules holds. */
export interface AnyRule<Context, Code extends string = string> {
  id: Code;
  source: string;
  /** How often it speaks; what weighs an order counts. */
  count: (context: Context) => number;
  findings: (context: Context) => Finding<Code>[];
}

/** Makes a row of a list of rules. */
export const rule = <Context, Case, Code extends string>(
  row: Rule<Context, Case, Code>,
): AnyRule<Context, Code> => ({
  id: row.id,
  source: row.source,
  count: (context) => row.findMatches(context).length,
  findings: (context) =>
    row.findMatches(context).map((found) =>
      finding(
        typeof row.level === 'function' ? row.level(found, context) : row.level,
        row.id,
        row.findPlace(found, context),
        {
          message: row.message(found, context),
          numbers: row.numbers?.(found, context) ?? {},
          fixes: row.fixes?.(found, context) ?? [],
          ...(row.isFinal?.(found, context) && { isFinal: true }),
        },
      ),
    ),
});

/** All findings of a list of rules. */
export const apply = <Context, Code extends string>(
  rules: readonly AnyRule<Context, Code>[],
  context: Context,
): Finding<Code>[] => rules.flatMap((r) => r.findings(context));
