/** Who is busy when. Half-open spans of seconds; a person's spans never overlap. */
export class Diary {
  private spans = new Map<string, readonly { from: number; to: number }[]>();

  book(personId: string, from: number, to: number): void {
    if (to <= from) return;
    const list = [...(this.spans.get(personId) ?? []), { from, to }];
    this.spans.set(
      personId,
      list.sort((a, b) => a.from - b.from),
    );
  }

  /** Runs `attempt`; where it gives undefined, everything it booked is forgotten. */
  tentatively<T>(attempt: () => T | undefined): T | undefined {
    const before = new Map(this.spans);
    const result = attempt();
    if (result === undefined) this.spans = before;
    return result;
  }

  /** Total seconds booked so far. */
  load(personId: string): number {
    return (this.spans.get(personId) ?? []).reduce((sum, s) => sum + s.to - s.from, 0);
  }

  /** The latest start in [notBefore, notAfter] of `lengthS` free seconds, or undefined. */
  latestStart(personId: string, lengthS: number, notBefore: number, notAfter: number): number | undefined {
    let start = notAfter;
    for (const span of [...(this.spans.get(personId) ?? [])].reverse()) {
      if (start + lengthS <= span.from) continue;
      if (start >= span.to) break;
      start = span.from - lengthS;
    }
    return start >= notBefore ? start : undefined;
  }

  /** The earliest start at or after `notBefore` of `lengthS` free seconds. There always is one. */
  earliestStart(personId: string, lengthS: number, notBefore: number): number {
    let start = notBefore;
    for (const span of this.spans.get(personId) ?? []) {
      if (start + lengthS <= span.from) break;
      if (start < span.to) start = span.to;
    }
    return start;
  }
}
