import type { BaseUnit, Crate, Good, StorageClass, Supplier } from '@hearty/core';
import { addDays, format } from 'date-fns';
import type { Stores } from '../stores';

const kit = (id: string, name: string, onShelf: number): Good => ({
  id,
  name,
  sort: 'kit',
  unit: 'piece',
  onShelf,
});
const consumable = (
  id: string,
  name: string,
  unit: BaseUnit,
  onShelf: number,
  packAmount: number,
  packPrice: number,
): Good => ({
  id,
  name,
  sort: 'consumable',
  unit,
  onShelf,
  packAmount,
  packPrice,
});

const listed: Good[] = [
  kit('jar', 'Gallon glass jar', 2),
  kit('glove-lid', 'Rubber sheet with ring', 1),
  kit('burner', 'Gas burner, table top', 1),
  kit('tongs', 'Long tongs', 2),
  kit('basin', 'Wide basin', 1),
  kit('flask', 'Borosilicate flask, 1 L', 1),
  kit('cylinder', 'Measuring cylinder, 500 mL', 2),
  kit('tray', 'Deep spill tray', 2),
  kit('goggles', 'Splash goggles', 12),
  kit('gloves', 'Nitrile gloves, pair', 10),
  kit('cryo-gloves', 'Loose insulated gloves, pair', 2),
  kit('face-shield', 'Face shield', 2),
  kit('ears', 'Ear defenders', 3),
  kit('hot-bath', 'Insulated hot bath', 1),
  kit('thermometer', 'Probe thermometer', 2),
  kit('tarpaulin', 'Ground sheet, 4 m', 1),
  kit('big-bottle', 'Polycarbonate bottle, 19 L', 1),
  kit('taper', 'Long-handled lighter', 2),
  kit('fire-blanket', 'Fire blanket', 1),
  kit('extinguisher', 'Extinguisher', 1),
  kit('dewar', 'Open-top cryogen flask, 5 L', 1),
  kit('bucket', 'Metal bucket', 2),
  kit('tin', 'Push-lid tin', 4),
  kit('dome', 'Static dome, 30 cm', 1),
  kit('earth-wand', 'Earthing wand', 1),
  kit('insulating-stand', 'Insulating stand', 1),
  kit('magnet', 'Disc magnet in a sleeve', 2),
  kit('metal-slides', 'Set of metal slides', 1),
  kit('stool', 'Low-friction stool', 1),
  kit('hand-weights', 'Hand weights, 2 kg pair', 1),
  kit('wheel', 'Weighted wheel with handles', 1),
  kit('hammer', 'Hammer and ruler', 1),
  kit('metal-rod', 'Aluminium rod, 1.2 m', 1),
  kit('see-saw', 'Candle see-saw', 1),
  kit('mop', 'Mop and bucket', 1),
  kit('soak-box', 'Foam soak box', 1),
  kit('cold-disc', 'Superconducting disc', 1),
  kit('blower', 'Hand blower', 1),
  kit('beach-ball', 'Beach ball', 2),
  kit('stick-set', 'Set of flat sticks', 1),
  kit('ring-drum', 'Drum with a hole', 1),
  kit('fog-machine', 'Fog machine', 1),
  kit('flame-pipe', 'Pipe with a row of holes', 1),
  kit('ring-coil', 'Coil with an iron core', 1),
  kit('metal-rings', 'Set of metal rings', 1),
  kit('dinner-set', 'Cloth and plates', 1),
  kit('step-ladder', 'Step ladder', 1),
  consumable('water', 'Water', 'mL', 20_000, 20_000, 0),
  consumable('matches', 'Long matches', 'piece', 60, 40, 1.2),
  consumable('drink-can', 'Empty drink can', 'piece', 14, 12, 0),
  consumable('peroxide-6', 'Hydrogen peroxide, 6 % w/w', 'mL', 800, 500, 4.6),
  consumable('peroxide-30', 'Hydrogen peroxide, 30 % w/w', 'mL', 0, 500, 14),
  consumable('rubber-ball', 'Rubber ball', 'piece', 4, 6, 3.6),
  consumable('leaf', 'Fresh leaf', 'piece', 0, 10, 1.5),
  consumable('cabbage-water', 'Red cabbage water', 'mL', 0, 1000, 1.2),
  consumable('fog-fluid', 'Fog fluid', 'mL', 700, 1000, 9),
  consumable('gas-cartridge', 'Gas cartridge', 'piece', 2, 4, 7),
  consumable('spinner-card', 'Spinner card', 'piece', 40, 100, 5),
  consumable('yeast', 'Dried yeast', 'g', 40, 56, 2.1),
  consumable('washing-up', 'Washing-up liquid', 'mL', 350, 500, 1.4),
  consumable('colour', 'Food colour', 'mL', 45, 38, 1.9),
  consumable('soda-2l', 'Diet soda, 2 L bottle', 'piece', 3, 6, 7.2),
  consumable('mints', 'Chewy mints', 'piece', 30, 14, 0.9),
  consumable('spirit', 'Ethanol, denatured', 'mL', 400, 1000, 8.5),
  consumable('dry-ice', 'Dry ice pellets', 'g', 0, 5000, 22),
  consumable('nitrogen', 'Liquid nitrogen', 'mL', 0, 5000, 30),
  consumable('balloon', 'Balloon', 'piece', 80, 50, 3.2),
  consumable('vinegar', 'Vinegar, 5 %', 'mL', 1200, 1000, 1.1),
  consumable('baking-soda', 'Baking soda', 'g', 300, 500, 1.3),
  consumable('rosin', 'Rosin powder', 'g', 60, 100, 6),
  consumable('candle', 'Table candle', 'piece', 10, 12, 3.5),
  consumable('wipe', 'Cloth wipe', 'piece', 40, 50, 4),
];

/** What the stores know of each besides: of kit, the grams and litres of one; of all, how to keep it apart. */
const SIZES: Record<string, [pieceG: number, pieceL: number, storage?: StorageClass]> = {
  jar: [2600, 6],
  'glove-lid': [150, 0.5],
  burner: [900, 2.5, 'sparks'],
  tongs: [250, 0.8],
  basin: [600, 9],
  flask: [220, 1.8],
  cylinder: [180, 1.5],
  tray: [800, 7],
  goggles: [90, 0.7],
  gloves: [20, 0.2],
  'cryo-gloves': [350, 2],
  'face-shield': [180, 3],
  ears: [220, 1.6],
  'hot-bath': [2200, 18],
  thermometer: [60, 0.2, 'cards, screens and clocks'],
  tarpaulin: [2100, 6],
  taper: [60, 0.2, 'sparks'],
  'fire-blanket': [700, 2],
  extinguisher: [3500, 6, 'pressure cylinder'],
  dewar: [3200, 12],
  bucket: [700, 12],
  tin: [110, 1],
  dome: [4200, 20, 'sparks'],
  'earth-wand': [400, 2],
  magnet: [480, 0.6, 'magnet'],
  'metal-slides': [1500, 3, 'aluminium'],
  wheel: [2600, 12],
  hammer: [700, 1.5],
  'metal-rod': [500, 1.5, 'aluminium'],
  'see-saw': [400, 3],
  'soak-box': [600, 8],
  'cold-disc': [90, 0.2],
  blower: [1900, 7],
  'beach-ball': [120, 1],
  'stick-set': [200, 1],
  'ring-drum': [1500, 14],
  'fog-machine': [3400, 11],
  'flame-pipe': [1900, 5, 'sparks'],
  'ring-coil': [3800, 4, 'sparks'],
  'metal-rings': [300, 0.5, 'aluminium'],
  'dinner-set': [2800, 8],
  matches: [1, 0.003, 'fuel'],
  'drink-can': [15, 0.4, 'aluminium'],
  'rubber-ball': [60, 0.2],
  leaf: [5, 0.2],
  'gas-cartridge': [380, 0.9, 'fuel'],
  'spinner-card': [4, 0.01],
  'soda-2l': [2100, 2.6],
  mints: [3, 0.004],
  balloon: [3, 0.01],
  candle: [60, 0.15, 'fuel'],
  wipe: [15, 0.1],
};

const KEPT: Record<string, Partial<Good>> = {
  water: { densityGPerML: 0.998 },
  'peroxide-6': {
    densityGPerML: 1.02,
    storage: 'oxidiser',
    supplier: 'chemist',
    leadDays: 4,
    openLastsDays: 90,
    hardToFind: true,
    substitutes: 'Two bottles of 3 % and half the water. Never stronger without a licence.',
  },
  'peroxide-30': {
    densityGPerML: 1.112,
    storage: 'oxidiser',
    supplier: 'laboratory supplier',
    leadDays: 10,
    hardToFind: true,
  },
  yeast: { densityGPerML: 0.8, storage: 'iodide or yeast', openLastsDays: 120 },
  'washing-up': { densityGPerML: 1.03 },
  colour: { densityGPerML: 1.02 },
  spirit: { densityGPerML: 0.79, storage: 'spirit', supplier: 'hardware shop', leadDays: 1 },
  'dry-ice': { densityGPerML: 1.56, storage: 'cryogen', supplier: 'ice supplier', leadDays: 2 },
  nitrogen: { densityGPerML: 0.807, storage: 'cryogen', supplier: 'gas supplier', leadDays: 5 },
  vinegar: { densityGPerML: 1.006, storage: 'acid' },
  'baking-soda': { densityGPerML: 0.93 },
  rosin: { densityGPerML: 0.6, storage: 'fuel', supplier: 'by post', leadDays: 7 },
  'fog-fluid': { densityGPerML: 1.03, supplier: 'party shop', leadDays: 2 },
  'cabbage-water': { densityGPerML: 1, openLastsDays: 4 },
  balloon: { supplier: 'party shop', leadDays: 1 },
  'gas-cartridge': { supplier: 'hardware shop', leadDays: 1 },
  'spinner-card': { supplier: 'by post', leadDays: 5 },
  'soda-2l': { hardToFind: true, substitutes: 'Any diet cola in 2 L bottles; try one before the day.' },
};

const aboutOf = (good: Good): Partial<Good> => {
  const [pieceG, pieceL, storage] = SIZES[good.id] ?? [];
  const supplier: Supplier = 'supermarket';
  return {
    ...(good.sort === 'consumable' && good.id !== 'water' && { supplier, leadDays: 0 }),
    ...(pieceG !== undefined && { pieceG, pieceL: pieceL! }),
    ...(storage && { storage }),
    ...KEPT[good.id],
  };
};

/** The stores of the troupe. `onShelf` is what the first count finds. */
export const goods: Good[] = listed.map((good) => ({ ...good, ...aboutOf(good) }));

export const crates: Crate[] = [
  { id: 'crate-a', name: 'Crate A, on top', insideL: 45, limitKg: 16 },
  { id: 'crate-b', name: 'Crate B', insideL: 45, limitKg: 16 },
  { id: 'crate-c', name: 'Crate C', insideL: 60, limitKg: 16 },
  { id: 'crate-d', name: 'Crate D', insideL: 60, limitKg: 16 },
  { id: 'small-box', name: 'Chemistry box', insideL: 20, limitKg: 16 },
];

/** Days until a lot of it expires; two lots where there are two numbers, the first a third of the shelf. */
const EXPIRY_DAYS: Record<string, number[]> = {
  'peroxide-6': [25, 200],
  yeast: [12, 240],
  mints: [300],
  'soda-2l': [40],
  vinegar: [400],
  'baking-soda': [500],
};

/** The first count of every shelf, some of it in two lots. */
export function fillShelves(stores: Stores, all: readonly Good[], today: Date): void {
  const day = format(today, 'yyyy-MM-dd');
  for (const good of all) {
    const days = EXPIRY_DAYS[good.id] ?? [undefined];
    const first = days.length > 1 ? Math.round(good.onShelf / 3) : good.onShelf;
    days.forEach((until, i) =>
      stores.open(
        good.id,
        i === 0 ? first : good.onShelf - first,
        { at: today.getTime(), day },
        until === undefined ? {} : { expires: format(addDays(today, until), 'yyyy-MM-dd') },
      ),
    );
  }
}
