/** Whether a part of the score would be drawn as it is: all it is given says the same. For `memo`. */
export const equalAsJson = (before: object, now: object): boolean =>
  JSON.stringify(before) === JSON.stringify(now);
