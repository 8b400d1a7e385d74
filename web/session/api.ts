import type { Problem } from '@hearty/core';

/** What went wrong with a request, in words for a person. `offline`: the server was not reached at all. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly fields: Problem[] = [],
    readonly theirs: { version: number; body: unknown } | undefined = undefined,
  ) {
    super(message);
  }
  /** The server was not reached at all, or did not answer in time: what this device has is all there is now. */
  get noAnswer() {
    return this.code === 'offline' || this.code === 'hanging';
  }
}

/** A question of a page that was left, or an answer that does not come: which of the two is told by the signal. */
interface Init {
  method?: string;
  body?: unknown;
  /** Sent as it is, in place of a body. */
  file?: Blob;
  timeoutMs?: number;
  signal?: AbortSignal;
}

let shutOut: () => void = () => undefined;
/** Called when the server does not know this device: it was not let in, or is no longer. */
export const onUnauthenticated = (callback: () => void): void => {
  shutOut = callback;
};

/** How long an answer may take before it is given up, in ms. */
const PATIENCE_MS = 30_000;

/** Asks the server for JSON. Errors: always an `ApiError`. */
export async function api<T>(path: string, init?: Init): Promise<T> {
  let response: Response;
  const late = AbortSignal.timeout(init?.timeoutMs ?? PATIENCE_MS);
  try {
    response = await fetch(`/api${path}`, {
      signal: init?.signal ? AbortSignal.any([late, init.signal]) : late,
      method: init?.method ?? 'GET',
      ...(init?.file && { headers: { 'content-type': 'application/octet-stream' }, body: init.file }),
      ...(init?.body !== undefined && {
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(init.body),
      }),
    });
  } catch (error) {
    if (init?.signal?.aborted) throw error;
    if (late.aborted) throw new ApiError('hanging', 'The server is there, but takes too long to answer.');
    throw new ApiError('offline', 'The server does not answer. Is it running?');
  }
  if (response.status === 204) return undefined as T;
  const json = (await response.json().catch(() => ({}))) as { error?: ApiError };
  if (response.ok) return json as T;
  // A proxy in between answers without our envelope when the server is gone.
  if (!json.error) throw new ApiError('offline', 'The server does not answer. Is it running?');
  const { code, message, fields, theirs } = json.error;
  if (code === 'who') shutOut();
  throw new ApiError(code, message, fields, theirs);
}

/** Sends a file as it is. A large one over a slow network may take its time. */
export const sendFile = <T>(path: string, file: Blob): Promise<T> =>
  api(path, { method: 'POST', file, timeoutMs: 600_000 });
