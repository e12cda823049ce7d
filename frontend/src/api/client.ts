// The one way to the server: typed from its OpenAPI document, one kind of error.
import createClient, { type FetchResponse } from "openapi-fetch";
import { Asked } from "./asked";
import { answeredOnce, makes, nameOnce } from "./once";
import { patiently } from "./patiently";
import type { components, paths } from "./schema";

type NotRead = components["schemas"]["NotRead"];

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
    /** What was probably meant, to be taken by one click. */
    readonly others: { label: string; text: string }[] = [],
  ) {
    super(message);
  }
}

let whose = "";

/** Whose page this is. Windows share a session: where somebody else signs in in another one, this one's requests are refused. */
export function askAs(name: string): void {
  whose = name;
}

/** What every request says beside its own. */
export function credentials(method: string): Record<string, string> {
  const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
  return {
    ...(method !== "GET" && { "X-CSRFToken": token }),
    ...(whose && { "X-Account": encodeURIComponent(whose) }),
  };
}

/**
 * A request is on its way within the call that asks. Middleware of the client would be awaited first, and what a
 * moving hand asks would then be sent only after the page is drawn, while the server has nothing to do.
 */
function sent(request: Asked): Promise<Response> {
  for (const [name, said] of Object.entries(credentials(request.method))) request.headers.set(name, said);
  return makes(request) ? sentOnce(request) : patiently(request);
}

async function sentOnce(request: Asked): Promise<Response> {
  await nameOnce(request);
  const response = await patiently(request);
  answeredOnce(request, response.status);
  return response;
}

export const client = createClient<paths>({
  credentials: "same-origin",
  Request: Asked,
  fetch: (request) => sent(request as Asked),
});

export const NO_ANSWER =
  "The server does not answer. What was saved before is safe; this goes on as soon as it is back.";

let unknown: () => void = () => undefined;

/** Whom to tell that the session of this page's owner has ended. */
export function onUnknown(listener: () => void): void {
  unknown = listener;
}

/** What an operation answers where all is well, as the API's own description has it. */
type Answer<Operation> = Operation extends {
  responses: { 200: { content: { "application/json": infer Data } } };
}
  ? Data
  : undefined;

/**
 * The answer's data, or an ApiProblem thrown.
 *
 * Its type is the operation's own: what the client infers widens tuples such as boxes to arrays.
 */
export async function must<
  Operation extends Record<string | number, unknown>,
  Options,
  Media extends `${string}/${string}`,
>(answer: Promise<FetchResponse<Operation, Options, Media>>): Promise<Answer<Operation>> {
  let result;
  try {
    result = await answer;
  } catch {
    throw new ApiProblem(0, NO_ANSWER);
  }
  if (result.response.ok) return result.data as Answer<Operation>;
  if (result.response.status === 401 && whose) unknown();
  throw problemOf(result.response.status, result.error);
}

/** What was typed, as the server read it; what it did not understand is thrown, with what was probably meant. */
export async function heard<
  Operation extends Record<string | number, unknown>,
  Options,
  Media extends `${string}/${string}`,
>(answer: Promise<FetchResponse<Operation, Options, Media>>): Promise<Exclude<Answer<Operation>, NotRead>> {
  const said: unknown = await must(answer);
  if (notRead(said)) throw new ApiProblem(422, said.unread, [], said.others);
  return said as Exclude<Answer<Operation>, NotRead>;
}

function notRead(said: unknown): said is NotRead {
  return typeof said === "object" && said !== null && "unread" in said;
}

export function problemOf(status: number, body: unknown): ApiProblem {
  const said = (body ?? {}) as { message?: string; problems?: Problem[] };
  return new ApiProblem(status, said.message ?? NO_ANSWER, said.problems ?? []);
}
