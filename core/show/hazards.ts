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
  /** How bad that is at worst, before anything is done about it, 1 to 5: where a risk assessment begins. From memory. */
  severity: 1 | 2 | 3 | 4 | 5;
  /** Whoever sits in front is within its reach. */
  reachesAudience?: true;
  /** Shown where a demo with this hazard is prepared, checked and played, unless it has cautions of its own. */
  cautions: readonly [string, ...string[]];
  /** Asked before a volunteer comes up; "" where there is nothing to ask. */
  ask: string;
  controls: readonly [Control, ...Control[]];
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
    severity: 4,
    reachesAudience: true,
    cautions: [
      'Hair and sleeves tied back; extinguisher and fire blanket within reach; nothing above that burns.',
    ],
    ask: 'Long hair or loose sleeves? Tie them back.',
    controls: [cleared('flame')],
  },
  'flammable vapour': {
    harm: 'flash fire',
    severity: 5,
    reachesAudience: true,
    cautions: [
      'Stock closed and away before anything is lit. No other flame or spark near; air the vessel between goes.',
    ],
    ask: '',
    controls: [PROTECTION],
  },
  hot: {
    harm: 'burns and scalds',
    severity: 3,
    cautions: ['Tongs or heat gloves; cool it where nobody can touch it.'],
    ask: 'Can you stand still where I point?',
    controls: [PROTECTION],
  },
  cryogen: {
    harm: 'cold burns, bursting vessels, too little oxygen',
    severity: 4,
    cautions: [
      'Insulated gloves and goggles. Never seal it in, even briefly. Doors open; leave if anybody feels dizzy.',
    ],
    ask: 'Closed shoes? Sleeves and pockets empty of metal?',
    controls: [cleared('cryogen'), PROTECTION],
  },
  'asphyxiant gas': {
    harm: 'too little oxygen',
    severity: 5,
    reachesAudience: true,
    cautions: ['Doors open; no faces near the floor or inside the vessel; leave if anybody feels dizzy.'],
    ask: '',
    controls: [
      {
        inPlace: (demo) => demo.conditions.length > 0 || !!demo.benches?.length,
        missing: 'checks neither the air nor the room',
      },
    ],
  },
  oxidiser: {
    harm: 'fire and burns',
    severity: 4,
    cautions: ['Goggles and gloves; away from fuel and flame; rinse spills at once with plenty of water.'],
    ask: '',
    controls: [PROTECTION],
  },
  corrosive: {
    harm: 'burns to eyes and skin',
    severity: 4,
    cautions: ['Goggles and gloves; eye wash within reach; rinse with plenty of water for 20 minutes.'],
    ask: 'Glasses or contact lenses? Goggles go over them.',
    controls: [PROTECTION],
  },
  pressure: {
    harm: 'bursting vessels and noise',
    severity: 4,
    reachesAudience: true,
    cautions: [
      'Only vessels made for it, checked for cracks; goggles; a screen or distance between it and the audience.',
    ],
    ask: 'Loud bangs all right for you?',
    controls: [PROTECTION],
  },
  projectile: {
    harm: 'blows, above all to eyes',
    severity: 4,
    reachesAudience: true,
    cautions: ['Goggles for everybody near; nobody in its path; nothing above that breaks.'],
    ask: '',
    controls: [PROTECTION],
  },
  noise: {
    harm: 'damaged hearing',
    severity: 3,
    reachesAudience: true,
    cautions: ['Call “Hands over your ears” first; ear defenders for whoever is near.'],
    ask: 'Loud bangs all right for you?',
    controls: [AUDIENCE_CALL],
  },
  'high voltage': {
    harm: 'electric shock',
    severity: 5,
    cautions: ['Nobody with a heart device near; dry hands and floor; earth it before anybody touches it.'],
    ask: 'A pacemaker, an implant, a weak heart? Then please watch from here.',
    controls: [cleared('high voltage')],
  },
  'strong magnet': {
    harm: 'pinched fingers, disturbed heart devices',
    severity: 3,
    cautions: ['Nobody with a heart device or hearing implant near; fingers clear; cards and phones away.'],
    ask: 'A pacemaker, an implant, a hearing aid? Then please watch from here.',
    controls: [WARNING],
  },
  'spinning person': {
    harm: 'falls',
    severity: 3,
    cautions: ['Somebody stands by to steady them; nothing hard within reach; slow to start and to stop.'],
    ask: 'Dizzy soon, a bad back or neck, expecting? Then please watch from here.',
    controls: [
      {
        inPlace: (demo) => demo.helpers > 0,
        missing: 'has no helper to steady them',
      },
      {
        inPlace: (demo) => demo.clearM !== undefined,
        missing: 'has no clear radius',
      },
    ],
  },
  'broken glass': {
    harm: 'cuts',
    severity: 3,
    cautions: ['Goggles; dustpan, brush and a hard bin at hand; nobody barefoot.'],
    ask: '',
    controls: [PROTECTION],
  },
  'slippery floor': {
    harm: 'falls',
    severity: 3,
    cautions: ['A tray or mat under it; wipe up before anybody walks there.'],
    ask: 'Firm shoes? Walk, do not run.',
    controls: [DRY_FLOOR],
  },
  allergen: {
    harm: 'an allergic reaction',
    severity: 4,
    reachesAudience: true,
    cautions: ['Say what it is before anybody touches or tastes it.'],
    ask: 'Any allergy, to latex, nuts, milk or anything else?',
    controls: [WARNING],
  },
  'flashing light': {
    harm: 'seizures',
    severity: 4,
    reachesAudience: true,
    cautions: ['Warn the audience before it starts, and at the door. Fewer than three flashes a second.'],
    ask: 'Do flashing lights trouble you?',
    controls: [WARNING],
  },
  darkness: {
    harm: 'falls',
    severity: 3,
    reachesAudience: true,
    cautions: ['Say that the lights go out; nobody walks, carries glass or pours until they are back.'],
    ask: 'Is the dark all right for you?',
    controls: [WARNING],
  },
};

/** The usual cautions for these hazards, each once. */
export const usualCautions = (hazards: readonly Hazard[]): string[] => [
  ...new Set(hazards.flatMap((h) => HAZARD_FACTS[h].cautions)),
];

/** The controls a demo's hazards ask for that it does not have: "flame: names nobody cleared for flame". */
export const missingControls = (demo: Demo): string[] =>
  demo.hazards.flatMap((h) => {
    const missing = HAZARD_FACTS[h].controls.filter(({ inPlace }) => !inPlace(demo));
    return missing.length ? [`${h}: ${missing.map((c) => c.missing).join(' and ')}`] : [];
  });
