import { bench, demo, doneBy, fault, kit, locked, measured, prep, steps, tested, use } from './build';

export const staticDome = demo({
  id: 'static-dome',
  title: 'Hair on end',
  topic: 'electricity',
  mark: 'bench',
  shows: 'A volunteer’s hair stands up while a hand rests on the dome.',
  teaches: 'Like charges push one another away.',
  steps: locked(
    steps(
      ['ask', 'Ask who has dry, long hair. Nobody with a heart device, please.', 60],
      ['do', 'Volunteer onto the stand, hand flat on the dome, motor still off.', 40],
      ['do', 'Motor on, slowly.', 20],
      ['wait for', 'Hair rises.', 40, 0.6],
      ['say', 'Each hair wants to be as far from the others as it can.', 60],
      ['do', 'Motor off, earth the dome with the wand, then the hand comes down.', 30],
    ),
    1,
    5,
  ),
  furtherS: 100,
  retryS: 90,
  coverS: 25,
  coverLine: 'The air is too damp tonight; a balloon on a jumper still works.',
  volunteers: 1,
  kit: [kit('dome'), kit('earth-wand'), kit('insulating-stand')],
  benches: [bench('static-dome', { radiusM: 0.12 })],
  skills: ['high voltage'],
  hazards: ['high voltage'],
  cautions: [
    'Not for anyone with a heart device; ask before, record nothing.',
    'Earth the dome before anyone steps down.',
    'Nothing wet and nothing that burns within reach.',
  ],

  prep: [
    prep('wipe-dome', 'Wipe and warm the dome', 180, {
      who: { kind: 'skill', value: 'high voltage' },
      staleAfterS: 2700,
    }),
  ],
  conditions: [
    measured('humidity', 'Humidity of the room', '%', { max: 55, holdsS: 1800 }),
    tested('spark', 'It sparks to the wand', 2700),
  ],
  faults: [
    fault(
      'hair stays down',
      ['Damp air', 'Read the hygrometer', 'Hair dryer on the column'],
      ['Dusty belt', 'Look for grey streaks', 'Wipe with a dry cloth'],
      ['Hair with product in it', 'Ask', 'Another volunteer'],
    ),
  ],
  guessOdds: 0.65,
});

export const slowMagnet = demo({
  id: 'slow-magnet',
  title: 'The magnet in no hurry',
  topic: 'magnetism',
  mark: 'bench',
  shows: 'A magnet slides down four metals, each at its own pace.',
  teaches: 'A moving magnet makes currents, and they hold it back; the better the conductor, the more.',
  steps: steps(
    ['ask', 'Ask: does a magnet stick to copper?', 40],
    ['do', 'Let it slide on wood, then on copper.', 50],
    ['ask', 'Ask: put the other three in order.', 50],
    ['do', 'Slide aluminium, brass, lead; the audience counts.', 80],
    ['say', 'The better it carries current, the slower the magnet.', 60],
  ),
  kit: [kit('magnet'), kit('metal-slides')],
  hazards: ['strong magnet'],
  cautions: [
    'Keep the magnet from heart devices, cards, screens and fingers between two magnets.',
    'Wash hands after the lead slide.',
  ],
  faults: [fault('sticks at the start', ['Sleeve dirty', 'Feel for grit', 'Wipe the sleeve'])],
  guessOdds: 0.97,
  intensity: 2,
});

export const spinningStool = demo({
  id: 'spinning-stool',
  title: 'Arms in, faster',
  topic: 'rotation',
  mark: 'floor',
  shows: 'A volunteer on a stool pulls in two weights and spins up.',
  teaches: 'What turns keeps its turning; make it narrow and it must go faster.',
  steps: doneBy(
    steps(
      ['ask', 'Ask for someone who does not get dizzy.', 45],
      ['do', 'Seat, feet on the bar, weights at arm’s length. Spotter behind.', 50],
      ['do', 'One gentle push.', 10],
      ['shout', 'Arms in! And out!', 15],
      ['do', 'Stop the stool by hand, weights first, then the volunteer.', 40],
      ['say', 'Nobody pushed. Where did the speed come from?', 60],
    ),
    'helper',
    2,
    4,
  ),
  helpers: 1,
  volunteers: 1,
  kit: [kit('stool'), kit('hand-weights'), kit('wheel')],
  hazards: ['spinning person'],
  cautions: [
    'A spotter stands behind all the time.',
    'One gentle push; not after a meal, not for anyone recently ill.',
  ],
  faults: [
    fault(
      'stops too soon',
      ['Floor not level', 'Roll a marble', 'Turn the stool round'],
      ['Bearing dry', 'Spin it empty', 'Oil, next time'],
    ),
  ],
  guessOdds: 0.92,
});

export const hangingHammer = demo({
  id: 'hanging-hammer',
  title: 'The hammer that hangs',
  topic: 'balance',
  mark: 'bench',
  shows: 'A hammer hangs from a ruler that only just rests on the table.',
  teaches: 'What counts is where the weight is, not where the thing is.',
  steps: steps(
    ['ask', 'Ask: where will it tip?', 40],
    ['do', 'Loop the hammer under the ruler, handle touching.', 45],
    ['do', 'Let go.', 20, 0.5],
    ['say', 'Its middle of mass is under the table edge.', 50],
  ),
  retries: 3,
  retryS: 30,
  kit: [kit('hammer')],
  // A loop at each table, for those who want to try it with a spoon.
  consumables: [use('cord-loop', 1, 'station')],
  hazards: [],
  cautions: ['Keep toes from under the hammer.'],
  faults: [fault('falls', ['String too long', 'Handle off the ruler?', 'Shorten by a finger'])],
  guessOdds: 0.8,
  intensity: 1,
});

export const singingRod = demo({
  id: 'singing-rod',
  title: 'The rod that sings',
  topic: 'sound',
  mark: 'bench',
  shows: 'A stroked metal rod screams one clear note and goes on singing.',
  teaches: 'A long thing rings with the note that fits its length.',
  steps: steps(
    ['say', 'A rod, two fingers, a little rosin.', 40],
    ['shout', 'It is shrill: ears if you like!', 6],
    ['do', 'Hold it in the middle and stroke outwards.', 30, 0.6],
    ['ask', 'Ask: what if I hold it elsewhere?', 40],
    ['do', 'A quarter from the end: one octave up.', 40],
  ),
  retries: 2,
  retryS: 25,
  kit: [kit('metal-rod')],
  consumables: [use('rosin', 1)],
  hazards: ['noise'],
  cautions: ['Shrill: warn the front row, stop on request.'],
  faults: [
    fault(
      'only squeaks',
      ['Too little rosin', 'Fingers slide', 'Rosin again'],
      ['Not held in the middle', 'Look at the mark', 'Find the mark'],
    ),
  ],
  guessOdds: 0.75,
  intensity: 3,
});

export const candleSeeSaw = demo({
  id: 'candle-see-saw',
  title: 'Candle see-saw',
  topic: 'balance',
  mark: 'trolley',
  shows: 'A candle lit at both ends rocks by itself.',
  teaches: 'Each drip makes one side lighter, and the lighter side rises.',
  steps: steps(
    ['do', 'Light both ends.', 30],
    ['ask', 'Ask: which end will go down?', 40],
    ['wait for', 'First rock.', 60, 0.6],
    ['say', 'It drips where it burns lowest, and rises.', 60],
  ),
  kit: [kit('see-saw'), kit('tray', 1), kit('fire-blanket')],
  consumables: [use('candle', 1), use('matches', 2)],
  skills: ['flame'],
  hazards: ['flame', 'hot'],
  cautions: ['Hot wax: tray below, nobody near.', 'Hair tied back; blanket within reach.'],
  faults: [fault('does not rock', ['Pivot too high', 'Nudge it', 'Lower the pin'])],
  guessOdds: 0.85,
  intensity: 2,
});
