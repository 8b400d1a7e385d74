import type { StorageClass } from '../show';

export interface Separation {
  a: StorageClass;
  b: StorageClass;
  why: string;
}

/**
 * What may not share a crate. Oxidisers against flammables, and against acids: 49 CFR 177.848(d), division 5.1 against
 * class 3 and class 8 (both "O", separate). Acid against alkali, alkali against aluminium, oxidiser against fuel:
 * EPA-600/2-80-076, A Method for Determining the Compatibility of Hazardous Wastes (1980), groups 1 × 10, 10 × 22, 104 ×
 * 101 and 104 × 4. The rest is common practice. From memory; local rules for transport come first.
 */
export const SEPARATIONS: readonly Separation[] = [
  { a: 'oxidiser', b: 'fuel', why: 'an oxidiser sets fuel on fire' },
  { a: 'oxidiser', b: 'spirit', why: 'an oxidiser sets spirit on fire' },
  { a: 'oxidiser', b: 'acid', why: 'an oxidiser and an acid give off toxic or bursting gas' },
  {
    a: 'oxidiser',
    b: 'strong alkali',
    why: 'strong alkali makes the oxidiser fall apart and burst its bottle',
  },
  { a: 'oxidiser', b: 'sparks', why: 'a flame or spark sets fire to whatever the oxidiser has wetted' },
  { a: 'oxidiser', b: 'iodide or yeast', why: 'it makes the oxidiser fall apart and foam' },
  { a: 'strong alkali', b: 'aluminium', why: 'they give off hydrogen and heat' },
  { a: 'acid', b: 'aluminium', why: 'they give off hydrogen' },
  { a: 'strong alkali', b: 'acid', why: 'they heat up and spit' },
  { a: 'spirit', b: 'sparks', why: 'a spark lights the vapour' },
  { a: 'fuel', b: 'sparks', why: 'a spark lights it' },
  { a: 'magnet', b: 'cards, screens and clocks', why: 'a magnet wipes cards and spoils screens and clocks' },
];

/** Why two storage classes may not share a crate; undefined where they may. */
export const separation = (a: StorageClass, b: StorageClass): Separation | undefined =>
  SEPARATIONS.find((s) => (s.a === a && s.b === b) || (s.a === b && s.b === a));

/** What travels outside the crates, and how. Common practice. */
export const ALONE: { readonly [K in StorageClass]?: string } = {
  cryogen: 'upright, vented, never in the passenger space',
  'pressure cylinder': 'strapped, valve closed and capped',
};
