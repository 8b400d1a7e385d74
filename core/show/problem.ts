/** A mistake in a document: where ("demos[2].steps[0].likelyS") and a plain sentence. */
export interface Problem {
  path: string;
  message: string;
}

export type Checked<T> = { ok: true; value: T } | { ok: false; problems: Problem[] };
