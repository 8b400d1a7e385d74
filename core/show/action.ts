/** What something to do before the next time hangs on. By itself: the stage knows it without the documents. */
export const ACTION_ON = ['demo', 'show', 'venue', 'person'] as const;
export type ActionOn = (typeof ACTION_ON)[number];
