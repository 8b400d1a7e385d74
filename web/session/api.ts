import type { Problem } from '@hearty/core';

/** What went wrong with a request, in words for a person. `offline`: the server was not reached at all. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    readonly says: string,
    readonly fields: Problem[] = [],
    readonly theirs: { version: number; body: unknown } | undefined = undefined,
  ) {
    super(says);
  }
  get offline() {
    return this.code === 'offline';
  }
}

/** Asks the server for JSON. Errors: always an `ApiError`. */
export async function api<T>(path: string, init?: { method: string; body?: unknown }): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method: init?.method ?? 'GET',
      ...(init?.body !== undefined && {
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(init.body),
      }),
    });
  } catch {
    throw new ApiError('offline', 'The server does not answer. Is it running?');
  }
  if (response.status === 204) return undefined as T;
  const json = (await response.json().catch(() => ({}))) as { error?: ApiError };
  if (response.ok) return json as T;
  // A proxy in between answers without our envelope when the server is gone.
  if (!json.error) throw new ApiError('offline', 'The server does not answer. Is it running?');
  const { code, says, fields, theirs } = json.error;
  throw new ApiError(code, says, fields, theirs);
}
