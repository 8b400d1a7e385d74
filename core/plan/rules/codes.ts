/** Every kind of thing a plan reports. `RULES` holds at least one rule for each. */
export type FindingCode =
  | 'contradiction'
  | 'overrun'
  | 'hard-end'
  | 'slot-odds'
  | 'widened'
  | 'dead-air'
  | 'reset-late'
  | 'kit-short'
  | 'not-ready'
  | 'gone-stale'
  | 'fixed-missed'
  | 'no-skill'
  | 'nobody'
  | 'two-places'
  | 'not-there'
  | 'two-shows'
  | 'mark-taken'
  | 'no-mark'
  | 'mark-unfit'
  | 'helpers'
  | 'watched'
  | 'setting'
  | 'bench'
  | 'air'
  | 'apart'
  | 'ceiling'
  | 'reach'
  | 'noise'
  | 'sealed'
  | 'open-fuel'
  | 'venue-needs'
  | 'power'
  | 'volunteer-handles'
  | 'alone'
  | 'ghs'
  | 'storage'
  | 'afterwards'
  | 'vessel'
  | 'front-row'
  | 'too-long'
  | 'unwritten'
  | 'not-filled'
  | 'outside-hours'
  | 'before-get-in'
  | 'not-allowed-now'
  | 'flame-not-allowed'
  | 'hazard-control'
  | 'loud-no-call'
  | 'wet-by-voltage'
  | 'long-gap'
  | 'reset-after-end'
  | 'empty'
  | 'log-times'
  | 'learned-times'
  | 'action'
  | 'cold-late'
  | 'cold-vessel'
  | 'cold-dry'
  | 'cold-early';

/** Cautions of the plan that go with their item to Check and to the run sheet: what is known reaches whoever is there. */
export const CARRIED_CODES: ReadonlySet<FindingCode> = new Set<FindingCode>([
  ...(['air', 'apart', 'wet-by-voltage', 'reach', 'noise', 'volunteer-handles', 'alone', 'vessel'] as const),
  'not-filled',
  ...(['ghs', 'bench', 'watched', 'hazard-control', 'venue-needs'] as const),
]);

/** What belongs to the room and to safety: the Room page lists it. */
export const SAFETY_CODES: ReadonlySet<FindingCode> = new Set<FindingCode>([
  ...(['air', 'apart', 'wet-by-voltage', 'ceiling', 'reach', 'noise', 'sealed', 'open-fuel'] as const),
  ...([
    'venue-needs',
    'power',
    'volunteer-handles',
    'alone',
    'ghs',
    'storage',
    'afterwards',
    'vessel',
  ] as const),
  ...(['flame-not-allowed', 'hazard-control', 'loud-no-call', 'not-allowed-now', 'mark-unfit'] as const),
  ...(['bench', 'watched', 'no-skill', 'front-row'] as const),
]);
