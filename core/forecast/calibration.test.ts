import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { paceOf, showPace, type ShowPace } from '../logbook';
import { plan } from '../plan';
import { learnedTiming } from '../script';
import { demo, item, record, showOf } from '../testing/hall-show';
import { sized } from '../testing/long';

const random = xoroshiro128plus(26);
const u = () => uniformFloat64(random);
const normal = () => Math.sqrt(-2 * Math.log(1 - u())) * Math.cos(2 * Math.PI * u());

/** How lengths may be spread in truth, around a middle, none of them the engine's own. `sd`: as a share. */
const SHAPES: Record<string, (middleS: number, sd: number) => number> = {
  'log-normal': (middleS, sd) => middleS * Math.exp(sd * normal()),
  'beta-PERT': (middleS, sd) => {
    // As the third smallest of six uniform numbers: a Beta(3, 4).
    const beta = Array.from({ length: 6 }, u).sort((a, b) => a - b)[2]!;
    return middleS * (1 + sd * 6 * (beta - 0.42));
  },
  bimodal: (middleS, sd) => middleS * Math.exp((u() < 0.7 ? -0.6 : 1.4) * sd + 0.4 * sd * normal()),
};
const ITEMS = 12;

/** A troupe whose truth is known: its items, its guesses of them, and shows that it played. */
function troupe(shape: string, past: number) {
  const paceSd = 0.03 + 0.06 * u();
  const items = Array.from({ length: ITEMS }, () => {
    const [middleS, sd] = [150 * Math.exp(0.5 * normal()), 0.05 + 0.2 * u()];
    // Presenters are a fifth off in the middle, and their ranges say so more or less.
    const guessS = middleS * Math.exp(0.2 * normal());
    const guessSd = 1.2816 * Math.hypot(sd, paceSd, 0.2) * Math.exp(0.3 * normal());
    return {
      middleS,
      sd,
      guess: {
        bestS: Math.round(guessS * Math.exp(-guessSd)),
        likelyS: Math.round(guessS),
        worstS: Math.round(guessS * Math.exp(guessSd)),
      },
      playsS: [] as number[],
    };
  });
  const playShow = () => {
    const pace = Math.exp(paceSd * normal());
    return items.map(({ middleS, sd }) => Math.max(1, Math.round(pace * SHAPES[shape]!(middleS, sd))));
  };
  const paces: ShowPace[] = [];
  for (let n = 0; n < past; n++) {
    const actual = playShow();
    const pace = showPace(
      items.map(({ playsS, guess }, i) => ({
        expectedS: learnedTiming(playsS, guess).likelyS,
        actualS: actual[i]!,
      })),
    );
    if (pace) paces.push(pace);
    items.forEach(({ playsS }, i) => playsS.push(actual[i]!));
  }
  return { items, playShow, paces };
}

/** What the product forecasts for the troupe's next show, and when that ended in truth. */
function nextShow(shape: string, past: number) {
  const { items, playShow, paces } = troupe(shape, past);
  const file = showOf(
    items.map(({ guess }, i) =>
      demo(`d${i}`, { steps: [{ id: 's', kind: 'do', text: 'x', ...guess }], guessOdds: 0.99 }),
    ),
    items.map((_, i) => item(`d${i}`)),
    { record: items.map(({ playsS }, i) => record(`d${i}`, 5000, 0, playsS)) },
  );
  const pace = paceOf({
    shows: paces.length,
    squares: paces.reduce((sum, p) => sum + p.mean ** 2, 0),
    variances: paces.reduce((sum, p) => sum + p.variance, 0),
  });
  // A slot somewhere in what may happen, so that its odds are anything from 0 to 1.
  const expectedS = items.reduce((sum, { playsS, guess }) => sum + learnedTiming(playsS, guess).likelyS, 0);
  const slotMin = Math.max(1, Math.round((expectedS * Math.exp(0.1 * normal())) / 60));
  const { bands } = plan({ ...file, pace, show: { ...file.show, slotMin } }, { plays: 400, fixes: false });
  const endS = playShow().reduce((sum, s) => sum + s, 0);
  return { bands: bands!, endS, slotEndS: slotMin * 60 };
}

const TROUPES = sized(24, 300);

describe.each(Object.keys(SHAPES))('lengths that are %s', (shape) => {
  const shows = [2, 5, 10, 20, 60].flatMap((past) =>
    Array.from({ length: TROUPES }, () => nextShow(shape, past)),
  );

  test('the 80 %% band of the end holds 75 to 85 %% of the time on shows it has not seen', () => {
    const held = shows.filter(({ bands, endS }) => endS >= bands.endS.p10 && endS <= bands.endS.p90);
    const share = held.length / shows.length;
    // Three standard errors of a share of 0.8 on top: what this many shows can tell.
    const error = 3 * Math.sqrt((0.8 * 0.2) / shows.length);
    expect(share).toBeGreaterThan(0.75 - error * 0.5);
    expect(share).toBeLessThan(0.85 + error * 0.5);
  });

  test('stated odds of ending within the slot are what happens', () => {
    for (let tenth = 0; tenth < 10; tenth += 2) {
      const stated = shows.filter(
        ({ bands }) =>
          bands.withinSlot >= tenth / 10 && bands.withinSlot < (tenth + 2) / 10 + (tenth === 8 ? 1 : 0),
      );
      if (stated.length < 20) continue;
      const said = stated.reduce((sum, { bands }) => sum + bands.withinSlot, 0) / stated.length;
      const true_ = stated.filter(({ endS, slotEndS }) => endS <= slotEndS).length / stated.length;
      const error = 3 * Math.sqrt(Math.max(0.05, said * (1 - said)) / stated.length);
      expect(Math.abs(true_ - said)).toBeLessThan(0.05 + error);
    }
  });
});
