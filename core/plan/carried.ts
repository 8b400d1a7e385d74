import { CARRIED_CODES, BASED_ON, type PlanFinding } from './rules';

/** The cautions about an item that are shown wherever its own cautions are. Pure. */
export const carriedCautions = (findings: readonly PlanFinding[], itemId: string): string[] =>
  findings
    .filter((f) => f.level === 'caution' && f.itemId === itemId && CARRIED_CODES.has(f.code))
    .map((f) => f.message.split(BASED_ON)[0]!);
