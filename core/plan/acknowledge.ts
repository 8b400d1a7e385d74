import { isAbout, type ShowFile } from '../show';
import type { PlanFinding } from './rules';

/**
 * Adds the acknowledgements to the stops they cover. A stop that cannot be overridden is never covered, whatever a file
 * says. A stop whose message changed, because it got worse or became another one, has to be acknowledged again. Pure.
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
