import { IsOptional } from 'class-validator';
import { Amount, Choice, Figure, Id, Some, Text, Title, Whole, YesNo } from '../fields';
import { BASE_UNITS, type BaseUnit } from '../quantities';
import { GHS_CODES, GHS_WORDS, type GhsCode } from './ghs';
import { SUPPLIERS, type Supplier } from './suppliers';

/** How a good has to be kept apart from others on the road; `separations` in core/supplies says from what and why. */
export const STORAGE_CLASSES = [
  'ordinary',
  'oxidiser',
  'fuel',
  'spirit',
  'acid',
  'strong alkali',
  'aluminium',
  'iodide or yeast',
  'sparks',
  'magnet',
  'cards, screens and clocks',
  'cryogen',
  'pressure cylinder',
] as const;
export type StorageClass = (typeof STORAGE_CLASSES)[number];

/** Kit or a consumable on the troupe's shelves. Amounts in `unit`; price in the troupe's currency per pack. */
export class Good {
  @Id() id!: string;
  @Title('Name') name!: string;
  @Choice(['kit', 'consumable'], 'Kit or consumable') sort!: 'kit' | 'consumable';
  @Choice(BASE_UNITS, 'Kept in') unit!: BaseUnit;
  /** The sum of the ledger when the file was made; the stores themselves never keep it. */
  @Amount(0, 1e7, 'On the shelf') onShelf!: number;
  @IsOptional() @Amount(1e-6, 1e7, 'A pack holds') packAmount?: number;
  @IsOptional() @Figure(0, 1e6, 'Price of a pack') packPrice?: number;
  @IsOptional() @Choice(SUPPLIERS, { label: 'Comes from', empty: 'not set' }) supplier?: Supplier;
  /** Whole days from ordering until it is here. */
  @IsOptional() @Whole(0, 365, 'Days from order to here') leadDays?: number;
  /** Bulk density, g/mL; without it volume and mass cannot be turned into one another. */
  @IsOptional()
  @Figure(0.001, 25, { label: 'Bulk density', unit: 'g/mL', help: 'To turn cups into grams.' })
  densityGPerML?: number;
  /** Days it lasts from the day it is bought, opened or not: fresh leaf, 1. */
  @IsOptional()
  @Whole(0, 3650, { label: 'Days it lasts from buying', empty: 'it keeps' })
  keepsDays?: number;
  /** Days it lasts once opened. */
  @IsOptional() @Whole(1, 3650, 'Days it lasts once opened') openLastsDays?: number;
  /** What a calculator uses: 6 for 6 % peroxide, as the label says. */
  @IsOptional()
  @Figure(0.1, 100, { label: 'Strength', unit: '%', help: 'As the label says: 5 for 5 % vinegar.' })
  strengthPercent?: number;
  @IsOptional() @YesNo('Hard to find') hardToFind?: boolean;
  @IsOptional() @Text(400, 'What will do instead') substitutes?: string;
  @IsOptional()
  @Choice(STORAGE_CLASSES, { label: 'Kept apart as', empty: 'ordinary' })
  storage?: StorageClass;
  /** Of one piece, for packing: grams, and litres with its wrapping. */
  @IsOptional() @Figure(0, 1e6, { label: 'One weighs', unit: 'g' }) pieceG?: number;
  @IsOptional() @Figure(0, 1e4, { label: 'One takes up', unit: 'L' }) pieceL?: number;
  /** Of a vessel: how many things it holds at once. */
  @IsOptional() @Whole(2, 999, { label: 'Places in one', empty: 'one thing at a time' }) places?: number;
  /** Of a vessel: what it holds to the brim; calculators take it from here. */
  @IsOptional() @Figure(0.001, 10_000, { label: 'Holds', unit: 'L' }) capacityL?: number;
  @IsOptional()
  @Some(GHS_CODES, { label: 'Hazard statements', words: GHS_WORDS, empty: 'none written down' })
  ghs?: GhsCode[];
  /** Lies on top, and nothing on it. */
  @IsOptional() @YesNo('Fragile') fragile?: boolean;
  /** Carried beside the crates. */
  @IsOptional() @YesNo('Too long for a crate') long?: boolean;
}

/** A crate of the troupe: inside volume in litres, and how heavy it may be, in kg. */
export class Crate {
  @Id() id!: string;
  @Title('Name') name!: string;
  @Figure(1, 2000, { label: 'Inside', unit: 'L' }) insideL!: number;
  @Figure(1, 200, { label: 'At most', unit: 'kg' }) limitKg!: number;
}
