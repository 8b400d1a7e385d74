import type { Scarce, WorkLink } from './activity';

/** What a use that takes pieces has to wait for, where it follows another one. */
export function linksAfter({ why, uses }: Scarce, use: number, user: number): WorkLink[] {
  const { starts, between } = uses[use]!;
  const waiting = between && user >= between.fromUse ? between.starts : starts;
  return uses[user]!.releases.flatMap(({ point, afterS, option }) =>
    waiting.map((to) => ({ from: point, to, lagS: afterS, why, ...(option !== undefined && { option }) })),
  );
}
