import fc from 'fast-check';
import { readField, sayField } from '../fields';
import { BENCHES, fieldOfInput, runBench, type Worked } from '.';

const find = (id: string) => BENCHES.find((b) => b.id === id)!;
const outputs = (id: string, given: object) => (runBench(find(id), given) as { value: Worked }).value.outputs;

/** What is typed into an input, as the form and the bench read it. */
const typed = (id: string, name: string, text: string): number => {
  const { field, measure } = fieldOfInput(find(id).inputs[name]!);
  const read = readField(field, text, measure);
  if (!read.ok) throw new Error(read.message);
  return read.value as number;
};

test.each([
  ['vapour-bottle', 'temperatureC', '68 °F', '20 °C'],
  ['peroxide-foam', 'volumeML', '½ cup', '120 mL'],
  ['lid-tin', 'acidML', '0.24 L', '240 mL'],
  ['foil-hydrogen', 'foilG', '500 mg', '0.5 g'],
  ['vapour-bottle', 'bottleL', '2', '2000 mL'],
  ['peroxide-foam', 'vesselL', '1 cup', '0.237'],
  ['stacked-drop', 'bottomKg', '600 g', '0.6'],
  ['spinning-stool', 'outM', '33.5 in', '0.851 m'],
])('%s: %s typed as %s or as %s gives the same answer', (id, name, one, other) => {
  const [a, b] = [typed(id, name, one), typed(id, name, other)];
  expect(Math.abs(a / b - 1)).toBeLessThan(0.02);
  expect(Object.keys(outputs(id, { [name]: a }))).toEqual(Object.keys(outputs(id, { [name]: b })));
});

test('whatever is in range is said and read back as itself', () => {
  for (const bench of BENCHES)
    for (const [name, input] of Object.entries(bench.inputs)) {
      if (input.as !== 'number') continue;
      fc.assert(
        fc.property(fc.integer({ min: Math.ceil(input.min), max: Math.floor(input.max) }), (n) => {
          const { field, measure } = fieldOfInput(input);
          const said = sayField(field, n, measure);
          expect(Math.abs(typed(bench.id, name, said) - n)).toBeLessThanOrEqual(Math.abs(n) * 0.01 + 1e-9);
        }),
        { seed: 6, numRuns: 20 },
      );
    }
});

test('the picture that is drawn first is of an input and a result there are', () => {
  for (const { picture, inputs, outputs: all } of BENCHES)
    if (picture) expect([inputs[picture[0]]?.as, picture[1] in all]).toEqual(['number', true]);
});
