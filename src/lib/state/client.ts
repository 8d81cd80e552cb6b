/** This tab's name in a board's log: it survives a reload, so that undo goes on where it was. */
export function tabName(): string {
  const KEY = 'spark-sum tab';
  try {
    const known = sessionStorage.getItem(KEY);
    if (known) return known;
    const fresh = crypto.randomUUID();
    sessionStorage.setItem(KEY, fresh);
    return fresh;
  } catch {
    return crypto.randomUUID();
  }
}

export type Answer<T> =
  { ok: true; value: T } | { ok: false; status: number; body: { message?: string; issues?: { path: string; message: string }[] } & Record<string, unknown> };

/** A JSON request to this server. Status 0: the server cannot be reached. */
export async function request<T>(method: 'GET' | 'POST', url: string, body?: unknown): Promise<Answer<T>> {
  try {
    const response = await fetch(url, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    });
    const value: unknown = await response.json().catch(() => ({}));
    if (response.ok) return { ok: true, value: value as T };
    const error = (value as { error?: Record<string, unknown> }).error ?? (value as Record<string, unknown>);
    return { ok: false, status: response.status, body: error };
  } catch {
    return { ok: false, status: 0, body: { message: 'The server cannot be reached.' } };
  }
}
