import { formatDuration } from '../../quantities';
import { type Contradiction, shortestContradiction, type Link } from '../network';
import { GIVES_WAY, type Why, type Work, type WorkLink } from '../work';

export interface Conflict extends Contradiction<Why> {
  /** The link that was loosened by the excess, so that the rest can be planned. */
  gaveWay: WorkLink;
}

/**
 * Finds what cannot hold together even with hands to spare: contradictory cycles of the network, the shortest first.
 * Of each the softest link gives way by just as much as they miss one another, so that everything else still holds.
 * Where one link is in several circles, only the one that it misses by most is kept: its cures cure them all. Gives the
 * loosened work and the conflicts.
 */
export function loosened(work: Work): { work: Work; conflicts: Conflict[] } {
  const conflicts = new Map<WorkLink, Conflict>();
  let links = work.links;
  const written = new Map<WorkLink, WorkLink>();
  const asWritten = (link: WorkLink) => written.get(link) ?? link;
  const dropped = new Set<string>();
  for (;;) {
    const found = shortestContradiction(work.activities.length, links);
    if (!found) break;
    const gaveWay = softest(found.cycle);
    if (!gaveWay)
      throw new Error('A contradiction without a soft link: the builder made an impossible network.');
    const cycle = found.cycle.map(asWritten);
    const excessS = cycle.reduce((sum, l) => sum + l.lagS, 0);
    conflicts.set(asWritten(gaveWay), { cycle, excessS, gaveWay: asWritten(gaveWay) });
    const looser = { ...gaveWay, lagS: gaveWay.lagS - found.excessS };
    written.set(looser, asWritten(gaveWay));
    links = links.map((l) => (l === gaveWay ? looser : l));
    if (gaveWay.why.kind === 'kit') dropped.add(gaveWay.why.what!);
  }
  if (!conflicts.size) return { work, conflicts: [] };
  return {
    work: {
      ...work,
      // Kit that is short whatever is done binds nobody any more: it is said once, and the rest is planned.
      links: links.filter((l) => l.why.kind !== 'kit' || !dropped.has(l.why.what!)),
      kit: work.kit.filter((k) => !dropped.has(k.goodId)),
    },
    conflicts: [...conflicts.values()],
  };
}

export function softest(links: readonly Link<Why>[]): WorkLink | undefined {
  const rank = (l: Link<Why>) => GIVES_WAY.indexOf(l.why.kind);
  return [...links].filter((l) => rank(l) >= 0).sort((a, b) => rank(a) - rank(b))[0];
}

export interface Names {
  clock: (s: number) => string;
  person: (id: string) => string;
  good: (id: string) => string;
}

/** The conflict as a sentence that names its tasks and by how much they miss one another. */
export function conflictSays(work: Work, conflict: Contradiction<Why>, names: Names): string {
  const parts = conflict.cycle.map((link) => linkSays(work, link, names)).filter((part) => part !== '');
  const said = [...new Set(parts)];
  const last = said.pop()!;
  return `These cannot all hold: ${said.join('; ')}${said.length ? '; and ' : ''}${last}. They miss one another by ${formatDuration(conflict.excessS)}.`;
}

/** One link in words. */
function linkSays(work: Work, { from, to, lagS, why }: WorkLink, names: Names): string {
  const a = work.activities[from]!;
  const b = work.activities[to]!;
  const length = formatDuration(Math.abs(lagS));
  const one = (title: string) => `“${title}”`;
  switch (why.kind) {
    case 'order':
      return `${one(a.title)} takes ${length} before ${one(b.title)} can begin`;
    case 'curtain-up':
      return `${one(b.title)} is played after curtain-up at ${names.clock(0)}`;
    case 'fixed-from':
      return `${one(b.title)} may not begin before ${why.what}`;
    case 'fixed-by':
      return `${one(a.title)} is fixed for ${why.what}`;
    case 'ready':
      return `${one(a.title)} takes ${length} until it is ready for ${one(b.title)}`;
    case 'stale':
      return `${one(b.title)} is stale ${length} after it was begun, and ${one(a.title)} needs it fresh`;
    case 'doors':
      return `${one(a.title)} has to be done before doors at ${names.clock(a.lengthS - lagS)}`;
    case 'in-show':
      return `${one(b.title)} can only be done in the show`;
    case 'arrives':
      return `${names.person(why.what!)} arrives at ${names.clock(lagS)}`;
    case 'leaves':
      return `${names.person(why.what!)} leaves at ${names.clock(a.lengthS - lagS)}`;
    case 'opens':
      return why.what ? `the house opens at ${why.what}` : '';
    case 'closes':
      return `the house closes at ${why.what}`;
    case 'banned-before':
      return `${one(b.title)} may not begin before ${names.clock(lagS)} (${why.what})`;
    case 'banned-after':
      return `${one(a.title)} has to be over by ${names.clock(a.lengthS - lagS)} (${why.what})`;
    case 'locked-from':
    case 'locked-by':
      return `${one(why.kind === 'locked-by' ? a.title : b.title)} is locked at ${names.clock(Math.abs(lagS) * (why.kind === 'locked-by' ? -Math.sign(lagS) : Math.sign(lagS)))}`;
    case 'host-from':
      return `${one(b.title)} is begun in “${a.title}”`;
    case 'host-by':
      return `${one(a.title)} is begun before “${b.title}” ends`;
    case 'reset':
      return `${one(b.title)} comes after ${one(a.title)}`;
    case 'station':
      return `the ${why.what} is free for ${one(b.title)} only ${length} after ${one(a.title)} ${a.kind === 'reset' ? 'is begun' : 'begins'}`;
    case 'kit':
      return `${one(b.title)} needs the ${names.good(why.what!)} that ${one(a.title)} has in use for ${length}`;
    case 'hands':
      return `${names.person(why.what!)} does ${one(a.title)} before ${one(b.title)}`;
  }
}
