export { afterRun, moveIdOf, takeOut, type AfterRun, type LeftoverLine } from './after-run';
export { rounded } from './spread';
export { needs, RUN_OUT_PCT, type ConsumableTotal, type NeedLine, type Needs } from './needs';
export { kitTotals, type KitNeedTotal } from './kit';
export {
  balance,
  firstExpiredFirst,
  Lot,
  StoreMove,
  MOVE_KINDS,
  shelfOf,
  sooner,
  type Balance,
  type Draw,
  type LotStock,
  type MoveKind,
  type WrongMove,
} from './ledger';
export {
  buyingList,
  shelfOfFile,
  tour,
  type BuyLine,
  type TourLine,
  type TourShow,
  type TourStop,
} from './tour';
export { chilled, coldBudget, CRYOGENS, type ColdBudget, type ColdLine } from './cold';
export {
  diluted,
  dilutedMolar,
  MIXING,
  peroxide,
  peroxideDensity,
  peroxideOf,
  STRONGEST_PCT,
  type Dilution,
  type PeroxideStrength,
  type PeroxideUnit,
} from './solutions';
export { LIFT_KG, packing, thingsOf, type PackedCrate, type Packing, type Thing } from './packing';
export { SEPARATIONS, separation, type Separation } from './separations';
