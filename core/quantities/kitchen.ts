import Qty from 'js-quantities';
import { METRIC_CUP_ML, type Cup } from './amount';
import type { BaseUnit } from './figures';

/** Parts of a measure that there are spoons and marks for. Common practice. */
const PARTS: [share: number, sign: string][] = [
  [0, ''],
  [1 / 8, '⅛'],
  [1 / 4, '¼'],
  [1 / 3, '⅓'],
  [1 / 2, '½'],
  [2 / 3, '⅔'],
  [3 / 4, '¾'],
  [1, ''],
];
/** What is nearer than this to a measure is said as that measure; what is not, as “about” it. */
const NEAR = 0.015;

/** Below this it is less than an eighth, which is the smallest spoon there is. */
const LEAST = 0.11;

interface Said {
  words: string;
  /** Of the amount that is said. */
  off: number;
}

/** The same amount in kitchen units, for standing beside the SI figure: "1½ cups", "about 2 tbsp". Empty where there is none. */
export function formatKitchen(value: number, base: BaseUnit, cup: Cup = 'US'): string {
  if (!(value > 0)) return '';
  if (base === 'g') {
    const ounces = Qty(value, 'g').to('oz').scalar;
    return words(ounces >= 16 ? inTwo(ounces / 16, 16, 'lb', 'oz') : inParts(ounces, 'oz'));
  }
  if (base !== 'mL') return '';
  const sizeOf = (unit: string) => Qty(value, 'ml').to(unit).scalar;
  const cups = cup === 'metric' ? value / METRIC_CUP_ML : sizeOf('cu');
  if (cups >= 0.24) return words(inTwo(cups, cup === 'metric' ? METRIC_CUP_ML / TBSP_ML : 16, 'cup', 'tbsp'));
  return words(
    sizeOf('tbsp') >= 0.98 ? inTwo(sizeOf('tbsp'), 3, 'tbsp', 'tsp') : inParts(sizeOf('tsp'), 'tsp'),
  );
}

const TBSP_ML = Qty(1, 'tbsp').to('ml').scalar;

const words = ({ words: said, off }: Said): string => (off <= NEAR ? said : `about ${said}`);

/** So many of a measure, to the nearest part there is a spoon for. */
function inParts(count: number, unit: string): Said {
  if (count < LEAST) return { words: `less than ⅛ ${unit}`, off: 0 };
  const whole = Math.floor(count);
  const [share, sign] = PARTS.reduce((a, b) =>
    Math.abs(b[0] - (count - whole)) < Math.abs(a[0] - (count - whole)) ? b : a,
  );
  const rounded = whole + share;
  const name = unit === 'cup' && rounded > 1 ? 'cups' : unit;
  const number = Math.floor(rounded) === 0 ? sign : `${Math.floor(rounded)}${share === 1 ? '' : sign}`;
  return { words: `${number} ${name}`, off: Math.abs(rounded - count) / count };
}

/** A large measure alone where that is near enough, else whole ones and the rest in the small one it has `per` of. */
function inTwo(count: number, per: number, large: string, small: string): Said {
  const alone = inParts(count, large);
  const whole = Math.floor(count);
  const rest = Math.round((count - whole) * per);
  if (alone.off <= NEAR || whole === 0 || rest === 0 || rest >= per) return alone;
  const off = Math.abs(whole + rest / per - count) / count;
  const name = large === 'cup' && whole > 1 ? 'cups' : large;
  return { words: `${whole} ${name} ${rest} ${small}`, off };
}
