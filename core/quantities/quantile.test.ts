import { quantile, quantileOf } from './quantile';

// Hyndman & Fan (1996), type 7, the default of R's `quantile` and numpy's `percentile`: x[(n − 1)q], interpolated.
test.each([
  [[1, 2, 3, 4], 0.5, 2.5],
  [[15, 20, 35, 40, 50], 0.4, 29],
  [[7], 0.9, 7],
  [[4, 1, 3, 2], 0.25, 1.75],
])('of %j the quantile %d is %d', (values, q, wanted) => {
  expect(quantile(values, q)).toBeCloseTo(wanted, 12);
});

test('typed arrays are read as they are, and nothing has the quantile 0', () => {
  expect(quantileOf(Float64Array.of(10, 20, 30), 0.75)).toBe(25);
  expect(quantileOf([], 0.5)).toBe(0);
});
