import { balancePoint } from './balance-point';
import { balanceThrust } from './balance-thrust';
import { balloon } from './balloon';
import { canCrush } from './can-crush';
import { cloudJar } from './cloud-jar';
import { dryIce } from './dry-ice';
import { foilHydrogen } from './foil-hydrogen';
import { ladder } from './ladder';
import { lidTin } from './lid-tin';
import { liquidNitrogen } from './liquid-nitrogen';
import { magnetSlide } from './magnet-slide';
import type { Bench } from './mould';
import { noise } from './noise';
import { peroxideDilute } from './peroxide-dilute';
import { peroxideFoam } from './peroxide-foam';
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
  lidTin,
  foilHydrogen,
  warmSoda,
  ladder,
  canCrush,
  cloudJar,
  balloon,
  liquidNitrogen,
  dryIce,
  balanceThrust,
  throwAndFall,
  spinningStool,
  balancePoint,
  stackedDrop,
  magnetSlide,
  staticDome,
  noise,
];
