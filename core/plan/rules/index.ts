import { apply, byMoment } from '../../findings';
import type { FindingCode } from './codes';
import { AIR_RULES } from './air';
import { APART_RULES } from './apart';
import { BENCH_RULES } from './benches';
import { broken } from './broken';
import { CONFLICT_RULES } from './conflicts';
import { Context, type PlanFinding, type PlanRule, type Worked } from './context';
import { DAY_RULES } from './day';
import { ITEM_RULES } from './items';
import { loudNoCall, PACE_RULES } from './pace';
import { PEOPLE_RULES } from './people';
import { NOISE_RULES } from './noise';
import { ROOM_RULES } from './room';
import { VENUE_RULES } from './venue';
import { STAGE_RULES } from './stage';
import { SUPPLY_RULES } from './supplies';
import { TASK_RULES } from './tasks';

type Rows = readonly [PlanRule, ...PlanRule[]];

/** The rules of a plan by what they say. A code without a rule does not compile. */
export const RULES: Record<FindingCode, Rows> = {
  contradiction: [CONFLICT_RULES.contradiction],
  overrun: [DAY_RULES.overrun],
  'hard-end': [DAY_RULES.hardEnd],
  'slot-odds': [DAY_RULES.slotOdds],
  widened: [DAY_RULES.widened],
  'dead-air': [ITEM_RULES.deadAir],
  'reset-late': [ITEM_RULES.resetLate],
  'kit-short': [ITEM_RULES.waitsForKit, SUPPLY_RULES.kitShort, broken('kit')],
  'not-ready': [broken('doors'), broken('host-by')],
  'gone-stale': [broken('stale')],
  'fixed-missed': [broken('fixed-by')],
  'no-skill': [TASK_RULES.nobodyCleared, TASK_RULES.hostNotCleared, ITEM_RULES.notCleared],
  nobody: [TASK_RULES.nobody, TASK_RULES.nobodyResets, ITEM_RULES.nobodyPresents, ITEM_RULES.notInCrew],
  'two-places': [broken('locked-by'), ITEM_RULES.comesLate, ITEM_RULES.leavesEarly, ITEM_RULES.atOnce],
  'not-there': [broken('arrives'), broken('leaves')],
  'two-shows': [DAY_RULES.twoShows],
  'mark-taken': [ITEM_RULES.markTaken, broken('mark')],
  'no-mark': [STAGE_RULES.noMark, STAGE_RULES.tooFewSpots, STAGE_RULES.anotherMark],
  'mark-unfit': [STAGE_RULES.noSocket, STAGE_RULES.waterByVoltage],
  helpers: [STAGE_RULES.tooFewHelpers],
  watched: [STAGE_RULES.nobodyWatches, STAGE_RULES.othersAtInterlock],
  setting: [STAGE_RULES.settings, STAGE_RULES.fewerOptions],
  bench: [BENCH_RULES.fails, BENCH_RULES.message, BENCH_RULES.refused, BENCH_RULES.wasWrong],
  air: [AIR_RULES.air, AIR_RULES.hydrogen],
  apart: [APART_RULES.apart],
  ceiling: [ROOM_RULES.ceiling],
  reach: [ROOM_RULES.frontRow, ROOM_RULES.insideClear],
  noise: [NOISE_RULES.noise, NOISE_RULES.curfew],
  sealed: [ROOM_RULES.sealed],
  'open-fuel': [ROOM_RULES.openFuel],
  'venue-needs': [VENUE_RULES.venueNeeds, VENUE_RULES.nothingToPutOut],
  power: [ROOM_RULES.power],
  'volunteer-handles': [PEOPLE_RULES.volunteerHandles],
  alone: [PEOPLE_RULES.alone],
  ghs: [PEOPLE_RULES.unnamedHazard],
  storage: [PEOPLE_RULES.notKeptCold],
  afterwards: [PEOPLE_RULES.afterwards],
  vessel: [PEOPLE_RULES.notCleaned],
  'front-row': [STAGE_RULES.frontRowUnknown],
  'too-long': [STAGE_RULES.tooLong],
  unwritten: [STAGE_RULES.notWritten],
  'not-filled': [STAGE_RULES.notFilled],
  'outside-hours': [ITEM_RULES.waitsForHouse, broken('opens'), broken('closes'), DAY_RULES.afterItCloses],
  'before-get-in': [broken('get-in')],
  'not-allowed-now': [ITEM_RULES.notNow, broken('in-show'), broken('banned-before'), broken('banned-after')],
  'flame-not-allowed': [ITEM_RULES.flame, VENUE_RULES.flameUnknown],
  'hazard-control': [ITEM_RULES.hazardControls],
  'loud-no-call': [loudNoCall],
  'wet-by-voltage': [APART_RULES.wetByVoltage],
  'long-gap': [PACE_RULES.nothingToDo, PACE_RULES.noSurprise],
  'reset-after-end': [TASK_RULES.afterTheEnd],
  empty: [DAY_RULES.empty],
  'log-times': [ITEM_RULES.logTimes],
  'learned-times': [ITEM_RULES.learnedTimes],
  action: [DAY_RULES.openAction],
  'cold-late': [SUPPLY_RULES.coldLate],
  'cold-vessel': [SUPPLY_RULES.coldVessel],
  'cold-dry': [SUPPLY_RULES.coldDry],
  'cold-early': [SUPPLY_RULES.coldEarly],
};

/** Everything a plan reports to a person, in the order of the moment it concerns; stops before cautions. */
export const findings = (worked: Worked): PlanFinding[] =>
  apply(Object.values(RULES).flat(), new Context(worked)).sort(byMoment);

export { BASED_ON } from './benches';
export { CARRIED_CODES, SAFETY_CODES, type FindingCode } from './codes';
export type { Order, PlanFinding } from './context';
export { loudNoCall, wetByVoltage } from './pace';
