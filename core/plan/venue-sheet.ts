import { clockToS, formatAmount, formatFigure } from '../quantities';
import { clearances, loudItems, unmeasured } from '../safety';
import { mayPlay, type Script } from '../script';
import type { Demo } from '../show';
import { coldPlans } from '../supplies';
import type { Plan } from './plan';

/** A page to send ahead to the venue: what comes, what is asked for, and when. */
export interface VenueSheet {
  title: string;
  lines: string[];
}

/** The parts of the sheet for the venue, those that have something to say. Pure. */
export function venueSheet(script: Script, plan: Pick<Plan, 'needs' | 'findings'>): VenueSheet[] {
  const { show, venue } = script.file;
  const demos = script.items.flatMap((scripted) => mayPlay(scripted));
  const hours = [
    `We come at ${show.getIn}, doors at ${show.doors}, curtain-up at ${show.curtainUp}.`,
    ...(show.hardEnd ? [`Everybody is out by ${show.hardEnd}.`] : []),
    `The show lasts ${show.slotMin} minutes, for an audience of about ${show.heads}.`,
    show.crew.length === 1 ? 'One person comes with it.' : `${show.crew.length} people come with it.`,
    ...(venue.opens && clockToS(show.getIn) < clockToS(venue.opens)
      ? [`You open at ${venue.opens}: can we come in at ${show.getIn}?`]
      : []),
  ];
  const parts: VenueSheet[] = [
    { title: 'When', lines: hours },
    { title: 'What we bring', lines: brought(script, plan, demos) },
    { title: 'What we ask for', lines: askedFor(script, plan, demos) },
    { title: 'Please tell us', lines: unmeasured(venue).map(asQuestion) },
  ];
  return parts.filter(({ lines }) => lines.length > 0);
}

function brought(script: Script, { needs }: Pick<Plan, 'needs'>, demos: readonly Demo[]): string[] {
  const has = (hazard: Demo['hazards'][number]) => demos.filter((d) => d.hazards.includes(hazard));
  const titles = (list: readonly Demo[]) => [...new Set(list.map((d) => `“${d.title}”`))].join(', ');
  const flames = has('flame');
  const watts = demos.reduce((sum, d) => sum + (d.powerW ?? 0), 0);
  const sockets = demos.filter((d) => d.socket).length;
  const loudest = Math.max(0, ...loudItems(script).map((l) => Math.ceil(l.frontRowDB)));
  const cold = coldPlans(script).flatMap(({ goodId, cryogen }) => {
    const need = needs.consumables.find((c) => c.goodId === goodId);
    return need ? [`${cryogen}: ${formatAmount(need.packed, need.unit)}`] : [];
  });
  const smoke = demos.filter((d) => d.gives?.some((g) => g.gas === 'smoke'));
  return [
    ...(flames.length ? [`Flame: ${titles(flames)}.`] : []),
    ...(has('flammable vapour').length ? [`Fuel, a little: ${titles(has('flammable vapour'))}.`] : []),
    ...(cold.length ? [`Cryogens: ${cold.join('; ')}.`] : []),
    ...(smoke.length ? [`Smoke or fog: ${titles(smoke)}.`] : []),
    ...(loudest > 0
      ? [`Noise: up to ${loudest} dB(C) in the front row, at moments.`]
      : has('noise').length
        ? [`Loud moments: ${titles(has('noise'))}.`]
        : []),
    ...(has('high voltage').length ? [`High voltage: ${titles(has('high voltage'))}.`] : []),
    ...(has('slippery floor').length
      ? [`Water on the floor, which we mop: ${titles(has('slippery floor'))}.`]
      : []),
    ...(has('flashing light').length ? [`Flashing light: ${titles(has('flashing light'))}.`] : []),
    ...(sockets > 0 || watts > 0
      ? [`Plugs: ${sockets || 1}${watts > 0 ? `, together ${formatFigure(watts / 1000)} kW` : ''}.`]
      : []),
  ];
}

function askedFor(script: Script, { findings }: Pick<Plan, 'findings'>, demos: readonly Demo[]): string[] {
  const { marks } = script;
  const needs = [...new Set(demos.flatMap((d) => d.needs ?? []))];
  const reach = clearances(script);
  const most = (of: (r: (typeof reach)[number]) => number) => Math.max(0, ...reach.map(of));
  const round = (m: number) => formatFigure(Math.ceil(10 * m) / 10);
  const inUse = new Set(script.items.flatMap((i) => i.standing?.mark.id ?? []));
  const asks = findings
    .filter((f) => f.message.startsWith('Ask the venue: '))
    .map((f) => f.message.replace('Ask the venue: ', ''));
  return [
    ...marks.all
      .filter((mark) => inUse.has(mark.id))
      .map(
        (mark) =>
          `Room for the ${mark.name}${mark.wideM && mark.deepM ? `, ${mark.wideM} × ${mark.deepM} m` : ''}.`,
      ),
    ...(needs.length ? [`${needs.join(', ')}.`.replace(/^./, (c) => c.toUpperCase())] : []),
    ...(most((r) => r.heightM) > 0 ? [`${round(most((r) => r.heightM))} m of height.`] : []),
    ...(most((r) => r.audienceM) > 0
      ? [`The front row ${round(most((r) => r.audienceM))} m from what is played.`]
      : []),
    ...asks.map((ask) => ask.charAt(0).toUpperCase() + ask.slice(1)),
  ];
}

const asQuestion = (what: string): string => what.charAt(0).toUpperCase() + what.slice(1) + '.';
