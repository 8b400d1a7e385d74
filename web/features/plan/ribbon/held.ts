import type { Demo } from '@hearty/core';

/** What can be picked up on the plan. */
export type Held =
  | { kind: 'item'; itemId: string; title: string }
  | {
      kind: 'task';
      itemId: string;
      taskId: string;
      title: string;
      startS: number;
      personId: string | undefined;
    }
  | { kind: 'stage'; itemId: string; title: string; personId: string }
  | { kind: 'reset'; itemId: string; title: string; personId: string | undefined }
  | { kind: 'demo'; demo: Demo; newId: string; title: string };
