import { MF } from 'mf-parser';
import { molarMass } from './molar-mass';

// Judge: mf-parser, which adds up isotopes. Abridged weights differ in the fifth figure at most.
test.each(['H2', 'He', 'CO2', 'H2O2', 'NaHCO3', 'NaOH', 'Al', 'C2H4O2', 'N2', 'CH4O', 'C3H8O'])(
  'the molar mass of %s agrees with another program',
  (formula) => {
    const judge = new MF(formula).getInfo().mass;
    expect(Math.abs(molarMass(formula) - judge) / judge).toBeLessThan(1e-4);
  },
);

test('a formula that cannot be read is a mistake of the program', () => {
  expect(() => molarMass('Xx2')).toThrow('Xx');
  expect(() => molarMass('2H')).toThrow('2H');
});
