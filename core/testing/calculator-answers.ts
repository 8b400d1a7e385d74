import { BENCHES, runBench, startOf, type Bench, type Input, type Value, type Worked } from '../bench';

/** Where in its range each number is tried, beside its start. */
const SHARES = [0, 0.1, 0.5, 1];

const triedValues = (input: Input): Value[] => {
  if (input.as === 'choice') return input.options.filter((word) => word !== input.start);
  const at = (share: number) => input.min + share * (input.max - input.min);
  return input.as === 'number'
    ? SHARES.map(at).filter((value) => value !== input.start)
    : [[at(0.1)], [at(0.2), at(0.7), at(0.4)]];
};

const words = (value: unknown): string => {
  if (typeof value === 'number') return String(Number(value.toPrecision(6)));
  if (Array.isArray(value)) return value.map(words).join(' ');
  return typeof value === 'object' && value !== null
    ? Object.values(value).map(words).join(' ± ')
    : String(value);
};

const answer = ({ verdict, fails, outputs, findings, limits = [] }: Worked): string =>
  [
    verdict,
    fails === undefined ? '' : `Fails: ${fails}`,
    Object.entries(outputs)
      .map(([name, value]) => `${name} ${words(value)}`)
      .join(', '),
    ...findings.map((f) => `[${f.level}${f.always ? ', always' : ''}] ${f.message}`),
    ...limits.map(({ what, unit, min, max }) => `Check: ${what}, ${min ?? ''} to ${max ?? ''} ${unit}`),
  ]
    .filter(Boolean)
    .join(' · ');

const line = (bench: Bench, title: string, given: Record<string, Value>): string => {
  const done = runBench(bench, given);
  return `- **${title}**: ${done.ok ? answer(done.value) : done.problems.map((p) => p.message).join(' ')}`;
};

/** How it is declared, drawn, and worked out as it starts. */
const declared = (bench: Bench): string[] => {
  const start = startOf(bench);
  const fields = [...Object.entries(bench.inputs), ...Object.entries(bench.outputs)];
  return [
    `- Fields: ${fields.map(([name, field]) => `${name} “${field.label}” ${'unit' in field ? field.unit : ''}`.trimEnd()).join(', ')}`,
    ...bench.work(start).working.map((step) => `- ${step.label}: ${step.arithmetic} (${step.source})`),
    ...(bench.marks ? [`- Marks: ${JSON.stringify(bench.marks)}`] : []),
    ...(bench.scene ? [`- Scene: ${JSON.stringify(bench.scene(start), rounded).slice(0, 600)}`] : []),
  ];
};

const rounded = (_key: string, value: unknown): unknown =>
  typeof value === 'number' ? Number(value.toPrecision(4)) : value;

const section = (bench: Bench): string =>
  [
    `## ${bench.title}`,
    '',
    bench.question,
    '',
    line(bench, 'As it starts', startOf(bench)),
    ...Object.entries(bench.inputs).flatMap(([name, input]) =>
      triedValues(input).map((value) => line(bench, `${name} ${words(value)}`, { [name]: value })),
    ),
    ...declared(bench),
  ].join('\n');

/** What every calculator answers as it starts, and with each input moved by itself: to read, and to notice a change. */
export const calculatorAnswers = (): string =>
  [
    '# What the calculators answer',
    '',
    'Written by `npm run formats`; a test compares it with the program. Read a change here before you commit it.',
    '',
    ...BENCHES.map((bench) => `${section(bench)}\n`),
  ].join('\n');
