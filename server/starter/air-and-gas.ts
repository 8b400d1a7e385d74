import { demo, fault, kit, prep, steps, use, worn, yesNo } from '../demo-data/build';

/** Air, gases and what swims: nothing stronger than a kitchen has. */

export const swimmingEgg = demo({
  id: 'starter-swimming-egg',
  title: 'The egg that swims',
  topic: 'balance',
  mark: 'bench',
  shows: 'An egg sinks in one glass and swims in the next; both look like water.',
  teaches: 'Salt makes water heavier; an egg swims in what is heavier than itself.',
  steps: steps(
    ['ask', 'Ask: will it sink or swim?', 20],
    ['do', 'Lower the egg into the plain water with the spoon.', 20],
    ['do', 'Lift it out, and lower it into the other glass.', 30],
    ['ask', 'Ask: what is different? It looks the same.', 30],
    ['say', 'Salt is in there: the water is heavier, and carries the egg.', 40],
  ),
  retryS: 40,
  coverS: 15,
  coverLine: 'This egg has not had its swimming lesson yet.',
  kit: [kit('st-glass', 2), kit('st-spoon'), kit('st-cloth')],
  consumables: [use('st-egg', 1, 'attempt'), use('st-salt', 60, 'show', 10), use('st-water', 800, 'show')],
  hazards: ['allergen', 'slippery floor'],
  cautions: ['Raw egg: nobody eats anything, hands are washed after.', 'Wipe up at once what drips.'],
  prep: [
    prep('salt', 'Stir 60 g of salt into 400 mL of warm water until it is clear', 180, {
      readyAfterS: 300,
      beforeDoors: true,
    }),
  ],
  conditions: [yesNo('tried', 'The egg was tried in both glasses')],
  faults: [
    fault(
      'sinks in both',
      ['Too little salt', 'Stir: is there salt left at the bottom?', 'Another spoon of salt, stir a minute'],
      ['An old cracked egg filled with water', 'Bubbles from the shell', 'Take another egg'],
    ),
    fault('swims in both', [
      'The egg is old and full of air',
      'It floats in tap water at home',
      'Take a fresh egg',
    ]),
  ],
  guessOdds: 0.9,
  intensity: 1,
});

export const cabbageColours = demo({
  id: 'starter-cabbage-colours',
  title: 'Cabbage that knows',
  topic: 'gases from reactions',
  mark: 'bench',
  shows: 'Purple water turns pink in one glass and green in the next.',
  teaches: 'A plant’s colour shows which liquid is sour and which is the opposite.',
  steps: steps(
    ['say', 'This is the water a red cabbage was cooked in.', 25],
    ['ask', 'Ask: which of these two is sour?', 25],
    ['do', 'Pour purple into the vinegar.', 20],
    ['wait for', 'It turns pink.', 10, 0.4],
    ['do', 'Pour purple into the soda water.', 20],
    ['wait for', 'It turns green.', 10, 0.4],
    ['say', 'The colour is a witness: it says what the eye cannot.', 40],
  ),
  retryS: 45,
  coverS: 15,
  coverLine: 'The cabbage keeps its secret today.',
  kit: [kit('st-glass', 2), kit('st-jug'), kit('st-tray')],
  consumables: [
    use('st-cabbage', 150, 'show'),
    use('st-vinegar', 50),
    use('st-soda', 5),
    use('st-water', 600, 'show'),
  ],
  worn: [worn('st-glasses', 'presenter')],
  hazards: ['slippery floor'],
  cautions: [
    'Nobody drinks from a glass of the show.',
    'Vinegar stings in the eyes: glasses on, rinse with much water.',
  ],
  prep: [
    prep('cook', 'Pour 500 mL of hot water on the chopped cabbage, strain it', 300, {
      readyAfterS: 900,
      staleAfterS: 14_400,
      beforeDoors: true,
    }),
    prep('set', 'Vinegar in one glass, soda in water in the other', 90, { beforeDoors: true }),
  ],
  conditions: [yesNo('tried', 'A spoonful was tried in both')],
  faults: [
    fault(
      'the colours are pale',
      ['Too little cabbage', 'Hold the jug against paper', 'Use it undiluted'],
      ['The juice is a day old', 'It smells', 'Make it anew'],
    ),
  ],
  guessOdds: 0.92,
  intensity: 2,
});

export const breathlessBalloon = demo({
  id: 'starter-breathless-balloon',
  title: 'A balloon blown by nobody',
  topic: 'gases from reactions',
  mark: 'bench',
  shows: 'A balloon on a bottle stands up and fills by itself.',
  teaches: 'Vinegar and soda give off a gas, and a gas wants room.',
  steps: steps(
    ['say', 'Vinegar in the bottle, soda in the balloon.', 25],
    ['ask', 'Ask: who blows it up if I do not?', 20],
    ['shout', 'Count down with me, from three!', 8],
    ['do', 'Tip the balloon up so that the soda falls in; hold it on the neck.', 10],
    ['wait for', 'The balloon stands.', 15, 0.5],
    ['say', 'A gas has come out of the two, and it takes its room.', 40],
  ),
  retryS: 60,
  coverS: 15,
  coverLine: 'It is holding its breath.',
  kit: [kit('st-bottle'), kit('st-funnel'), kit('st-tray')],
  consumables: [use('st-vinegar', 100), use('st-soda', 8, 'attempt', 10), use('st-balloon', 1)],
  worn: [worn('st-glasses', 'presenter')],
  hazards: ['pressure', 'allergen'],
  cautions: [
    'Only a balloon closes the bottle, never a lid or a cork: a closed bottle can burst.',
    'Balloons may be latex: ask before anybody touches one.',
  ],
  prep: [
    prep('fill', 'Vinegar into the bottle, soda into the balloon, balloon on the neck', 120, {
      per: 'attempt',
      furtherS: 90,
    }),
  ],
  conditions: [yesNo('whole', 'The balloon was stretched and has no hole')],
  faults: [
    fault(
      'stays small',
      ['Soda stuck in the balloon', 'Feel for lumps', 'Shake it down, squeeze the lumps'],
      ['A leak at the neck', 'Listen', 'Hold it with two fingers all round'],
    ),
    fault('slips off', ['Too much soda', 'Foam in the neck', 'A level spoon is enough']),
  ],
  guessOdds: 0.85,
  intensity: 3,
});

export const fullGlass = demo({
  id: 'starter-full-glass',
  title: 'The glass that stays full',
  topic: 'air pressure',
  mark: 'bench',
  shows: 'A full glass is turned over with a card under it. The card stays, and so does the water.',
  teaches: 'The air pushes up on the card harder than the water pushes down.',
  steps: steps(
    ['do', 'Fill the glass to the brim, slide the card over it.', 30],
    ['ask', 'Ask: what happens when I turn it over?', 20],
    ['do', 'Hand on the card, over the basin, turn it. Count to three.', 15],
    ['do', 'Take the hand away.', 8],
    ['wait for', 'It holds.', 12, 0.5],
    ['ask', 'Ask: who is holding it?', 25],
    ['say', 'The air is. It pushes up more than the water weighs.', 35],
  ),
  retryS: 50,
  coverS: 12,
  coverLine: 'And that is what the basin is for.',
  kit: [kit('st-glass'), kit('st-basin'), kit('st-cloth')],
  consumables: [use('st-card', 1), use('st-water', 300)],
  hazards: ['slippery floor', 'broken glass'],
  cautions: ['Over the basin, never over somebody’s head.', 'Wipe up at once; a wet glass slips.'],
  conditions: [yesNo('rim', 'The rim of the glass is whole')],
  faults: [
    fault(
      'the card falls',
      ['Card soaked or bent', 'Look along it', 'A new card for each try'],
      ['Air under the card', 'A bubble is seen', 'Fill to the brim, slide it on flat'],
    ),
  ],
  guessOdds: 0.85,
  intensity: 3,
});

export const dancingRaisins = demo({
  id: 'starter-dancing-raisins',
  title: 'Raisins that cannot decide',
  topic: 'balance',
  mark: 'bench',
  shows: 'Raisins sink, rise, sink and rise again in a glass of fizzy water.',
  teaches: 'Bubbles carry them up like a swimming ring, and burst at the top.',
  steps: steps(
    ['do', 'Fill the glass with fizzy water.', 15],
    ['do', 'Drop a few raisins in.', 10],
    ['wait for', 'The first one rises.', 20, 0.5],
    ['ask', 'Ask: why do they come up, and why do they not stay?', 30],
    ['say', 'Each bubble is a ring to swim with, until it bursts.', 35],
  ),
  retryS: 30,
  coverS: 10,
  coverLine: 'They have decided: they stay down.',
  kit: [kit('st-glass'), kit('st-spoon')],
  consumables: [use('st-fizzy', 300), use('st-raisin', 5)],
  hazards: ['allergen'],
  cautions: ['Nobody eats or drinks what was on the stage.'],
  conditions: [yesNo('fizz', 'The water hisses when it is opened')],
  prep: [prep('loosen', 'Pull the raisins apart, so that none sticks to another', 60, { beforeDoors: true })],
  faults: [
    fault(
      'they stay down',
      ['The water is flat', 'Pour a little: does it hiss?', 'Open a new bottle'],
      ['Raisins too large', 'Press one', 'Cut them in half'],
    ),
  ],
  guessOdds: 0.9,
  intensity: 1,
});

export const pouredOut = demo({
  id: 'starter-poured-out',
  title: 'A flame put out with nothing',
  topic: 'combustion',
  mark: 'bench',
  shows: 'Something that cannot be seen is poured out of a jug, and a flame goes out.',
  teaches: 'A gas heavier than air can be poured, and a flame cannot live in it.',
  steps: steps(
    ['do', 'Light the tea light in the glass.', 15],
    ['do', 'Vinegar onto the soda in the jug; let it foam up and settle.', 40],
    ['ask', 'Ask: what is in the jug above the foam?', 25],
    ['do', 'Tilt the jug over the glass as if pouring, without the liquid.', 12],
    ['wait for', 'The flame goes out.', 6, 0.5],
    ['say', 'A gas heavier than air: it runs down and fills the glass.', 40],
  ),
  retryS: 70,
  coverS: 15,
  coverLine: 'This candle has a long breath.',
  kit: [kit('st-jug'), kit('st-glass'), kit('st-lighter'), kit('st-blanket'), kit('st-tray')],
  consumables: [use('st-tealight', 1, 'show'), use('st-vinegar', 100), use('st-soda', 15, 'attempt', 10)],
  worn: [worn('st-glasses', 'presenter')],
  skills: ['flame'],
  hazards: ['flame'],
  cautions: [
    'Hair and sleeves tied back; a blanket within reach; paper and cloth away from the flame.',
    'Ask the venue first: not every house allows a flame.',
    'Nobody puts their face over the jug: the gas takes the breath.',
  ],
  prep: [
    prep('measure', 'Soda into the jug, vinegar into a glass beside it', 60, {
      per: 'attempt',
      furtherS: 40,
    }),
  ],
  conditions: [yesNo('blanket', 'The blanket lies within reach')],
  faults: [
    fault(
      'the flame stays',
      ['The gas was stirred up', 'It was poured fast', 'Slowly, close over the glass'],
      ['A draught', 'The flame leans', 'Stand between it and the door'],
    ),
  ],
  guessOdds: 0.85,
  intensity: 3,
});
