/** Standard atomic weights, g/mol. IUPAC 2021, abridged and conventional values. */
const ATOMIC_WEIGHTS: Readonly<Record<string, number>> = {
  H: 1.008,
  He: 4.0026,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  Na: 22.99,
  Al: 26.982,
};

/**
 * Molar mass of a plain formula such as "C2H4O2", in g/mol.
 * Errors: throws for an element that is not in the table, or text that is no formula: a mistake of the program.
 */
export function molarMass(formula: string): number {
  const parts = [...formula.matchAll(/([A-Z][a-z]?)(\d*)/g)];
  if (parts.map(([text]) => text).join('') !== formula) throw new Error(`“${formula}” is no formula.`);
  return parts.reduce((sum, [, element = '', count]) => {
    const weight = ATOMIC_WEIGHTS[element];
    if (weight === undefined) throw new Error(`There is no atomic weight for “${element}”.`);
    return sum + weight * Number(count || 1);
  }, 0);
}
