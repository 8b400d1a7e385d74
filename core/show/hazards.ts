import type { Demo, Hazard } from './demo';

/** What a plan looks for in a demo with a hazard. */
interface Control {
  inPlace: (demo: Demo) => boolean;
  /** Follows “the demo”: "names nobody cleared for flame". */
  missing: string;
}

interface HazardFacts {
  /** What it can do to somebody. */
  harm: string;
  /** Shown where a demo with this hazard is prepared, checked and played, unless it has cautions of its own. */
  cautions: readonly [string, ...string[]];
  /** Asked before a volunteer comes up; "" where there is nothing to ask. */
  ask: string;
  control: Control;
}

const cleared = (skill: Demo['skills'][number]): Control => ({
  inPlace: (demo) => demo.skills.includes(skill),
  missing: `names nobody cleared for ${skill}`,
});
const PROTECTION: Control = {
  inPlace: (demo) => demo.worn.length > 0,
  missing: 'names no protective wear',
};
const AUDIENCE_CALL: Control = {
  inPlace: (demo) => demo.steps.some((s) => s.kind === 'shout'),
  missing: 'has no audience call',
};
const WARNING: Control = {
  inPlace: (demo) => demo.steps.some((s) => s.kind === 'shout' || s.kind === 'ask' || s.kind === 'say'),
  missing: 'has no step that warns the audience',
};
const DRY_FLOOR: Control = {
  inPlace: ({ reset, cautions, hazards }) =>
    reset !== undefined || cautions.some((c) => !usualCautions(hazards).includes(c)),
  missing: 'has neither a reset that dries the floor nor a caution about it',
};

/**
 * Everything the product knows of each hazard. Common practice, from memory: local codes, the venue's rules, the
 * supplier's safety data sheet and trained people come first.
 */
export const HAZARD_FACTS: Readonly<Record<Hazard, HazardFacts>> = {
  flame: {
    harm: 'burns and fire',
    cautions: [
      'Hair and sleeves tied back; extinguisher and fire blanket within reach; nothing above that burns.',
    ],
    ask: 'Long hair or loose sleeves? Tie them back.',
    control: cleared('flame'),
  },
  'flammable vapour': {
    harm: 'flash fire',
    cautions: [
      'Stock closed and away before anything is lit. No other flame or spark near; air the vessel between goes.',
    ],
    ask: '',
    control: PROTECTION,
  },
  hot: {
    harm: 'burns and scalds',
    cautions: ['Tongs or heat gloves; cool it where nobody can touch it.'],
    ask: 'Can you stand still where I point?',
    control: PROTECTION,
  },
  cryogen: {
    harm: 'cold burns, bursting vessels, too little oxygen',
    cautions: [
      'Insulated gloves and goggles. Never seal it in, even briefly. Doors open; leave if anybody feels dizzy.',
    ],
    ask: 'Closed shoes? Sleeves and pockets empty of metal?',
    control: cleared('cryogen'),
  },
  'asphyxiant gas': {
    harm: 'too little oxygen',
    cautions: ['Doors open; no faces near the floor or inside the vessel; leave if anybody feels dizzy.'],
    ask: '',
    control: {
      inPlace: (demo) => demo.conditions.length > 0 || !!demo.benches?.length,
      missing: 'checks neither the air nor the room',
    },
  },
  oxidiser: {
    harm: 'fire and burns',
    cautions: ['Goggles and gloves; away from fuel and flame; rinse spills at once with plenty of water.'],
    ask: '',
    control: PROTECTION,
  },
  corrosive: {
    harm: 'burns to eyes and skin',
    cautions: ['Goggles and gloves; eye wash within reach; rinse with plenty of water for 20 minutes.'],
    ask: 'Glasses or contact lenses? Goggles go over them.',
    control: PROTECTION,
  },
  pressure: {
    harm: 'bursting vessels and noise',
    cautions: [
      'Only vessels made for it, checked for cracks; goggles; a screen or distance between it and the audience.',
    ],
    ask: 'Loud bangs all right for you?',
    control: PROTECTION,
  },
  projectile: {
    harm: 'blows, above all to eyes',
    cautions: ['Goggles for everybody near; nobody in its path; nothing above that breaks.'],
    ask: '',
    control: PROTECTION,
  },
  noise: {
    harm: 'damaged hearing',
    cautions: ['Call “Hands over your ears” first; ear defenders for whoever is near.'],
    ask: 'Loud bangs all right for you?',
    control: AUDIENCE_CALL,
  },
  'high voltage': {
    harm: 'electric shock',
    cautions: ['Nobody with a heart device near; dry hands and floor; earth it before anybody touches it.'],
    ask: 'A pacemaker, an implant, a weak heart? Then please watch from here.',
    control: cleared('high voltage'),
  },
  'strong magnet': {
    harm: 'pinched fingers, disturbed heart devices',
    cautions: ['Nobody with a heart device or hearing implant near; fingers clear; cards and phones away.'],
    ask: 'A pacemaker, an implant, a hearing aid? Then please watch from here.',
    control: WARNING,
  },
  'spinning person': {
    harm: 'falls',
    cautions: ['Somebody stands by to steady them; nothing hard within reach; slow to start and to stop.'],
    ask: 'Dizzy soon, a bad back or neck, expecting? Then please watch from here.',
    control: {
      inPlace: (demo) => demo.helpers > 0,
      missing: 'has no helper to steady them',
    },
  },
  'broken glass': {
    harm: 'cuts',
    cautions: ['Goggles; dustpan, brush and a hard bin at hand; nobody barefoot.'],
    ask: '',
    control: PROTECTION,
  },
  'slippery floor': {
    harm: 'falls',
    cautions: ['A tray or mat under it; wipe up before anybody walks there.'],
    ask: 'Firm shoes? Walk, do not run.',
    control: DRY_FLOOR,
  },
  allergen: {
    harm: 'an allergic reaction',
    cautions: ['Say what it is before anybody touches or tastes it.'],
    ask: 'Any allergy, to latex, nuts, milk or anything else?',
    control: WARNING,
  },
  'flashing light': {
    harm: 'seizures',
    cautions: ['Warn the audience before it starts, and at the door. Fewer than three flashes a second.'],
    ask: 'Do flashing lights trouble you?',
    control: WARNING,
  },
  darkness: {
    harm: 'falls',
    cautions: ['Say that the lights go out; nobody walks, carries glass or pours until they are back.'],
    ask: 'Is the dark all right for you?',
    control: WARNING,
  },
};

/** The usual cautions for these hazards, each once. */
export const usualCautions = (hazards: readonly Hazard[]): string[] => [
  ...new Set(hazards.flatMap((h) => HAZARD_FACTS[h].cautions)),
];

/** The controls a demo's hazards ask for that it does not have: "flame: names nobody cleared for flame". */
export const missingControls = (demo: Demo): string[] =>
  demo.hazards.flatMap((h) => {
    const { inPlace, missing } = HAZARD_FACTS[h].control;
    return inPlace(demo) ? [] : [`${h}: ${missing}`];
  });
