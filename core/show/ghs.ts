/**
 * Hazard statements of goods by their codes. Source: UN, Globally Harmonized System of Classification and Labelling of
 * Chemicals, revision 9, Annex 3, section 1, with the signal words of Annex 1; those that goods of a show may bear.
 */
export const GHS = {
  H220: { signal: 'Danger', message: 'Extremely flammable gas' },
  H221: { signal: 'Warning', message: 'Flammable gas' },
  H222: { signal: 'Danger', message: 'Extremely flammable aerosol' },
  H223: { signal: 'Warning', message: 'Flammable aerosol' },
  H224: { signal: 'Danger', message: 'Extremely flammable liquid and vapour' },
  H225: { signal: 'Danger', message: 'Highly flammable liquid and vapour' },
  H226: { signal: 'Warning', message: 'Flammable liquid and vapour' },
  H228: { signal: 'Danger', message: 'Flammable solid' },
  H229: { signal: 'Warning', message: 'Pressurized container: may burst if heated' },
  H250: { signal: 'Danger', message: 'Catches fire spontaneously if exposed to air' },
  H260: {
    signal: 'Danger',
    message: 'In contact with water releases flammable gases which may ignite spontaneously',
  },
  H261: { signal: 'Danger', message: 'In contact with water releases flammable gas' },
  H270: { signal: 'Danger', message: 'May cause or intensify fire; oxidizer' },
  H271: { signal: 'Danger', message: 'May cause fire or explosion; strong oxidizer' },
  H272: { signal: 'Danger', message: 'May intensify fire; oxidizer' },
  H280: { signal: 'Warning', message: 'Contains gas under pressure; may explode if heated' },
  H281: { signal: 'Warning', message: 'Contains refrigerated gas; may cause cryogenic burns or injury' },
  H290: { signal: 'Warning', message: 'May be corrosive to metals' },
  H300: { signal: 'Danger', message: 'Fatal if swallowed' },
  H301: { signal: 'Danger', message: 'Toxic if swallowed' },
  H302: { signal: 'Warning', message: 'Harmful if swallowed' },
  H304: { signal: 'Danger', message: 'May be fatal if swallowed and enters airways' },
  H310: { signal: 'Danger', message: 'Fatal in contact with skin' },
  H311: { signal: 'Danger', message: 'Toxic in contact with skin' },
  H312: { signal: 'Warning', message: 'Harmful in contact with skin' },
  H314: { signal: 'Danger', message: 'Causes severe skin burns and eye damage' },
  H315: { signal: 'Warning', message: 'Causes skin irritation' },
  H317: { signal: 'Warning', message: 'May cause an allergic skin reaction' },
  H318: { signal: 'Danger', message: 'Causes serious eye damage' },
  H319: { signal: 'Warning', message: 'Causes serious eye irritation' },
  H330: { signal: 'Danger', message: 'Fatal if inhaled' },
  H331: { signal: 'Danger', message: 'Toxic if inhaled' },
  H332: { signal: 'Warning', message: 'Harmful if inhaled' },
  H334: {
    signal: 'Danger',
    message: 'May cause allergy or asthma symptoms or breathing difficulties if inhaled',
  },
  H335: { signal: 'Warning', message: 'May cause respiratory irritation' },
  H336: { signal: 'Warning', message: 'May cause drowsiness or dizziness' },
  H340: { signal: 'Danger', message: 'May cause genetic defects' },
  H341: { signal: 'Warning', message: 'Suspected of causing genetic defects' },
  H350: { signal: 'Danger', message: 'May cause cancer' },
  H351: { signal: 'Warning', message: 'Suspected of causing cancer' },
  H360: { signal: 'Danger', message: 'May damage fertility or the unborn child' },
  H361: { signal: 'Warning', message: 'Suspected of damaging fertility or the unborn child' },
  H370: { signal: 'Danger', message: 'Causes damage to organs' },
  H371: { signal: 'Warning', message: 'May cause damage to organs' },
  H372: { signal: 'Danger', message: 'Causes damage to organs through prolonged or repeated exposure' },
  H373: { signal: 'Warning', message: 'May cause damage to organs through prolonged or repeated exposure' },
  H400: { signal: 'Warning', message: 'Very toxic to aquatic life' },
  H410: { signal: 'Warning', message: 'Very toxic to aquatic life with long lasting effects' },
  H411: { signal: '', message: 'Toxic to aquatic life with long lasting effects' },
  H412: { signal: '', message: 'Harmful to aquatic life with long lasting effects' },
} as const satisfies Record<string, { signal: 'Danger' | 'Warning' | ''; message: string }>;

export type GhsCode = keyof typeof GHS;
export const GHS_CODES = Object.keys(GHS) as GhsCode[];

/** "H318 Causes serious eye damage", by code. */
export const GHS_WORDS: Readonly<Record<string, string>> = Object.fromEntries(
  GHS_CODES.map((code) => [code, `${code} ${GHS[code].message}`]),
);

/** The stronger of the signal words of these statements; "" where they have none. */
export function signalWord(codes: readonly GhsCode[]): 'Danger' | 'Warning' | '' {
  const words = codes.map((code): string => GHS[code].signal);
  return words.includes('Danger') ? 'Danger' : words.includes('Warning') ? 'Warning' : '';
}
