import { isAbout, type ShowFile } from '../show';
import type { PlanFinding } from './rules';

/**
 * The findings with who answers for which stop. What nobody can answer for stays as it is, whatever a file says; and a
 * stop that says something else by now, since a change made it worse or another one, has to be answered for anew. Pure.
 */
export function withAcknowledgements(
  { show, crew }: Pick<ShowFile, 'show' | 'crew'>,
  findings: readonly PlanFinding[],
): PlanFinding[] {
  const { acknowledged = [] } = show;
  if (acknowledged.length === 0) return [...findings];
  const inCrew = new Set(show.crew.map((place) => place.personId));
  return findings.map((finding) => {
    if (finding.level !== 'stop' || finding.isFinal) return finding;
    const by = acknowledged.find((a) => isAbout(a, finding) && inCrew.has(a.personId));
    const name = crew.find((person) => person.id === by?.personId)?.name;
    return by && name !== undefined
      ? { ...finding, acknowledged: `${name} acknowledged it: ${by.reason}` }
      : finding;
  });
}
