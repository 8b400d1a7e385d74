import { lazy } from 'react';

/** What stands in the place of the item when asked for. It is not needed for the first look, and fetched right after it. */
const load = () => import('./panels-loaded');
setTimeout(() => void load().catch(() => undefined), 0);

export const ChangePanel = lazy(async () => ({ default: (await load()).ChangePanel }));
export const JumpList = lazy(async () => ({ default: (await load()).JumpList }));
export const OutcomePanel = lazy(async () => ({ default: (await load()).OutcomePanel }));
export const ReadingPad = lazy(async () => ({ default: (await load()).ReadingPad }));
export const Guess = lazy(async () => ({ default: (await load()).Guess }));
