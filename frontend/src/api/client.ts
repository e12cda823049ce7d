// The one way to the server: typed from its OpenAPI document, one kind of error.
import createClient from "openapi-fetch";
import type { paths } from "./schema";

export interface Problem {
  path: string;
  message: string;
}

/** What the server said no to, in words for people. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: Problem[] = [],
  ) {
    super(message);
  }
}

export function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

export const client = createClient<paths>({ credentials: "same-origin" });

client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", csrfToken());
    return request;
  },
});

export const NO_ANSWER =
  "The server does not answer. What was saved before is safe; this goes on as soon as it is back.";

let unknown: () => void = () => undefined;

/** Whom to tell that the session has ended: an answer 401 to anything but the question who is signed in. */
export function onUnknown(listener: () => void): void {
  unknown = listener;
}

/**
 * The answer's data, or an ApiProblem thrown.
 *
 * The caller names the type: the client's own inference widens tuples such as boxes to arrays.
 */
export async function must<T>(
  answer: Promise<{ data?: unknown; error?: unknown; response: Response }>,
): Promise<T> {
  let result;
  try {
    result = await answer;
  } catch {
    throw new ApiProblem(0, NO_ANSWER);
  }
  if (result.response.ok) return result.data as T;
  if (result.response.status === 401 && !result.response.url.endsWith("/api/session")) unknown();
  throw problemOf(result.response.status, result.error);
}

export function problemOf(status: number, body: unknown): ApiProblem {
  const said = (body ?? {}) as { message?: string; problems?: Problem[] };
  return new ApiProblem(status, said.message ?? NO_ANSWER, said.problems ?? []);
}
