import type { components } from './schema';

/** The types of the API, generated from its OpenAPI document. */
export type Schemas = components['schemas'];

/** What the server refused, in a sentence for people and with a stable code. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
  ) {
    super(sentence);
  }
}

const AWAY = 'The server does not answer. Nothing was changed; try again in a moment.';

function token(): string {
  const cookie = document.cookie.split('; ').find((one) => one.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

async function problemOf(response: Response): Promise<Problem> {
  try {
    const body = (await response.json()) as { code?: string; detail?: string };
    return new Problem(response.status, body.code ?? 'unknown', body.detail ?? AWAY);
  } catch {
    return new Problem(response.status, 'unknown', AWAY);
  }
}

async function request<T>(method: string, path: string, body?: BodyInit, json = true): Promise<T> {
  const headers: Record<string, string> = { 'X-XSRF-TOKEN': token() };
  if (body !== undefined && json) {
    headers['Content-Type'] = 'application/json';
  }
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, { method, headers, body: body ?? null });
  } catch {
    throw new Problem(0, 'away', AWAY);
  }
  if (!response.ok) {
    throw await problemOf(response);
  }
  return (response.status === 204 ? undefined : await response.json()) as T;
}

/** Calls the API; a refusal is thrown as a {@link Problem}. */
export const api = {
  get: <T>(path: string) => request<T>('GET', path),
  post: <T>(path: string, body: unknown = {}) => request<T>('POST', path, JSON.stringify(body)),
  put: <T>(path: string, body: unknown = {}) => request<T>('PUT', path, JSON.stringify(body)),
  delete: <T>(path: string) => request<T>('DELETE', path),
  upload: <T>(path: string, form: FormData) => request<T>('POST', path, form, false),
};
