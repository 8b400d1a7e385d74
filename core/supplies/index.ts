export { afterRun, moveIdOf, takeOut, type AfterRun, type LeftoverLine } from './after-run';
export { rounded } from './spread';
export { needs, RUN_OUT_PCT, withOrders, type Needs } from './needs';
export type { ConsumableTotal, NeedLine } from './wants';
export { kitTotals, type KitNeedTotal } from './kit';
export {
  balance,
  firstExpiredFirst,
  outWith,
  withMoves,
  shelfOf,
  sooner,
  withGoodUntil,
  type Keeping,
  type Balance,
  type Draw,
  type LotStock,
  type WrongMove,
} from './ledger';
export { Lot, MOVE_KINDS, WrittenMove, type MoveKind, type StoreMove } from './moves';
export {
  buyingList,
  priceOf,
  shelfOfFile,
  tour,
  type BuyLine,
  type TourLine,
  type TourShow,
  type TourStop,
} from './tour';
export { coldBudget, coldBudgets, coldLeft, coldPlans, isCryogen, usualCold, type ColdBudget } from './cold';
export { LIFT_KG, packing, thingsOf, type PackedCrate, type Packing } from './packing';
export type { Thing } from './fill';
export { SEPARATIONS, separation, type Separation } from './separations';
