import type { News } from '@hearty/core';

/** The topic of their line. */
export const CHANGES = 'changes';

/** So many changes are remembered for screens that were away for a moment. */
const REMEMBERED = 200;

/** Changes of documents and of the stores' logs, counted, for screens that show them. */
export class Changes {
  private list: { seq: number; change: News }[] = [];
  /** The place of the newest. Begins above every place of an earlier start of the server. */
  newest = Date.now();

  note(change: News): void {
    this.list.push({ seq: ++this.newest, change });
    if (this.list.length > REMEMBERED) this.list.shift();
  }

  /** Everything may be another: a backup was restored. */
  noteAll(): void {
    this.list = [];
    this.newest++;
  }

  /** What changed after a place; undefined where that is not remembered, so that anything may have. */
  since(place: number): News[] | undefined {
    const oldest = this.list[0]?.seq ?? this.newest + 1;
    if (place > this.newest || place < oldest - 1) return undefined;
    return this.list.filter(({ seq }) => seq > place).map(({ change }) => change);
  }
}
