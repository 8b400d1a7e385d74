import { balancePoint } from './balance-point';
import { balanceThrust } from './balance-thrust';
import { balloon } from './balloon';
import { candleSeeSaw } from './candle-see-saw';
import { canCrush } from './can-crush';
import { cloudJar } from './cloud-jar';
import { chill } from './chill';
import { coldBudgetBench } from './cold-budget';
import { dryIce } from './dry-ice';
import { foilHydrogen } from './foil-hydrogen';
import { ladder } from './ladder';
import { lidTin } from './lid-tin';
import { liquidNitrogen } from './liquid-nitrogen';
import { magnetSlide } from './magnet-slide';
import type { Bench } from './define';
import { noise } from './noise';
import { peroxideDilute } from './peroxide-dilute';
import { peroxideFoam } from './peroxide-foam';
import { peroxideStrength } from './peroxide-strength';
import { spinningStool } from './spinning-stool';
import { stackedDrop } from './stacked-drop';
import { staticDome } from './static-dome';
import { throwAndFall } from './throw';
import { vapourBottle } from './vapour-bottle';
import { warmSoda } from './warm-soda';

/** Every bench, in the order of the list. */
export const BENCHES: readonly Bench[] = [
  vapourBottle,
  peroxideFoam,
  peroxideDilute,
  peroxideStrength,
  lidTin,
  foilHydrogen,
  warmSoda,
  ladder,
  canCrush,
  cloudJar,
  balloon,
  liquidNitrogen,
  dryIce,
  chill,
  coldBudgetBench,
  balanceThrust,
  throwAndFall,
  spinningStool,
  balancePoint,
  candleSeeSaw,
  stackedDrop,
  magnetSlide,
  staticDome,
  noise,
];
