import { mayPlay, oddsOf, type Script, type ScriptItem } from '../script';
import { HAZARD_FACTS, type Demo, type Hazard, type RiskEdit } from '../show';
import { othersDo } from './hands';
import { wornIn, wornSaid } from './worn';

/** A row of a risk assessment: one hazard of one item. Severity and likelihood go from 1 to 5, a risk from 1 to 25. */
export interface RiskRow {
  itemId: string;
  title: string;
  hazard: Hazard;
  harm: string;
  whom: string;
  controls: string;
  severity: number;
  before: number;
  after: number;
  action: string;
  owner: string;
  riskBefore: number;
  /** What is left. */
  residual: number;
  /** What it is drawn from, to know when that changes. */
  ground: string;
  isEdited: boolean;
  /** Somebody wrote into it, and what it was drawn from has changed since. */
  isStale: boolean;
}

/**
 * Without controls a hazard is thought to hurt somebody now and then, with any a step more rarely: where a competent person
 * begins to judge, and no more. Common practice.
 */
const USUALLY = 3;
/** From this share of failures on, what goes wrong goes wrong more often than that. From memory. */
const OFTEN_FAILS = 0.25;

/**
 * The risk assessment of a show as a draft: a row for each hazard of each item, with what the demo already has against it,
 * and what somebody wrote instead. It is a draft until someone competent signs it on paper. Pure.
 */
export function riskRows(script: Script): RiskRow[] {
  const { risks = [] } = script.file.show;
  return script.items.flatMap((scripted) => {
    const hazards = [...new Set(mayPlay(scripted).flatMap((demo) => demo.hazards))];
    return hazards.map((hazard) =>
      written(
        drawn(script, scripted, hazard),
        risks.find((r) => r.itemId === scripted.item.id && r.hazard === hazard),
      ),
    );
  });
}

type Drawn = Omit<RiskRow, 'riskBefore' | 'residual' | 'ground' | 'isEdited' | 'isStale'>;

function drawn(script: Script, scripted: ScriptItem, hazard: Hazard): Drawn {
  const demos = mayPlay(scripted).filter((demo) => demo.hazards.includes(hazard));
  const { harm, severity } = HAZARD_FACTS[hazard];
  const controls = [...new Set(demos.flatMap((demo) => controlsOf(script, demo)))];
  const watched = othersDo(scripted);
  const fails = demos.some((demo) => 1 - oddsOf(scripted.record, demo.guessOdds).mean > OFTEN_FAILS);
  const before = USUALLY + (fails ? 1 : 0);
  return {
    ...{ itemId: scripted.item.id, title: scripted.item.title, hazard, harm, severity, before },
    whom: whomOf(demos, hazard),
    controls: [...controls, ...watched].join('; '),
    after: before - (controls.length > 0 ? 1 : 0),
    ...{ action: '', owner: '' },
  };
}

function whomOf(demos: readonly Demo[], hazard: Hazard): string {
  const any = (is: (demo: Demo) => boolean) => demos.some(is);
  return [
    'presenter',
    any((d) => d.helpers > 0) && 'helpers',
    any((d) => d.volunteers > 0) && 'volunteers',
    any((d) => d.steps.some((s) => s.by === 'guest')) && 'guest',
    HAZARD_FACTS[hazard].reachesAudience && 'audience',
  ]
    .filter(Boolean)
    .join(', ');
}

/** What a demo already has against its hazards, in words. */
function controlsOf(script: Script, demo: Demo): string[] {
  const { cautions, conditions, steps, skills, reset, clearM, audienceM, notFor = [] } = demo;
  const quoted = (list: readonly { text: string }[]) => list.map(({ text }) => `“${text}”`).join(', ');
  const calls = steps.filter((s) => s.kind === 'shout');
  const locked = steps.filter((s) => s.interlock);
  return [
    ...cautions,
    ...wornSaid(wornIn(demo, script.goods)),
    ...(skills.length ? [`Done by somebody cleared for ${skills.join(', ')}`] : []),
    ...(clearM ? [`${clearM} m kept clear`] : []),
    ...(audienceM ? [`Audience no nearer than ${audienceM} m`] : []),
    ...(conditions.length ? [`Checked before doors: ${conditions.map((c) => c.what).join(', ')}`] : []),
    ...(locked.length ? [`Never left out: ${quoted(locked)}`] : []),
    ...(calls.length ? [`Called: ${quoted(calls)}`] : []),
    ...(notFor.length ? [`Not for volunteers with ${notFor.join(', ')}`] : []),
    ...(reset ? [`Afterwards: ${reset.title}`] : []),
  ].map((line) => line.replace(/\.$/, ''));
}

function written(row: Drawn, edit: RiskEdit | undefined): RiskRow {
  const ground = JSON.stringify([row.harm, row.whom, row.controls, row.severity, row.before, row.after]);
  const { ground: was, itemId: _itemId, hazard: _hazard, ...own } = edit ?? { ground };
  const merged = { ...row, ...own };
  const { severity, before, after } = merged;
  return {
    ...merged,
    ...{ riskBefore: severity * before, residual: severity * after, ground },
    isEdited: edit !== undefined,
    isStale: edit !== undefined && was !== ground,
  };
}
