// What makes, books or sends something is done once, however often it is asked for while no answer has come.
//
// Such a request carries a key of what it asks for. It stays the same until the server has answered, through a press
// more, a lost line and a reload; the server gives the answer of the first time again. The next time is a new one.

import { newKey } from "./newKey";

/** Where something is made, booked or sent. */
const MAKES =
  /^\/api\/(jobs|batches|log|(jobs|prints|layouts|batches)\/\d+\/(prints|layouts|variants|orders|bookings|runs|log|trial|payments|duplicates|next|moved|files|settings|said\/prints|client-links)|designs\/\d+\/spoiled|log\/(\d+\/again|import)|trials\/\d+\/judges|(prints|jobs|runs)\/[\da-f-]+\/lab-orders|layouts\/\d+\/bookings\/\d+\/back|rescues\/[\da-f-]+\/(print|orders|others))$/;
const HEADER = "Idempotency-Key";
const PREFIX = "zollstock.once.";
/** Asked again later than this, it is meant anew, ms. */
const MEANT_FOR = 60 * 60 * 1000;

/** The request with the key of what it asks for, where it makes something. */
export async function askedOnce(request: Request): Promise<Request> {
  const place = await placeOf(request);
  if (place) request.headers.set(HEADER, keyAt(place));
  return request;
}

/** The server has answered: asked again, it is another one. What was asked has been sent, so it cannot be read any more. */
export function answeredOnce(request: Request, status: number): void {
  const key = request.headers.get(HEADER);
  if (key && ![502, 503, 504].includes(status)) forget(key);
}

async function placeOf(request: Request): Promise<string | null> {
  const { pathname } = new URL(request.url);
  if (request.method !== "POST" || !MAKES.test(pathname)) return null;
  return `${PREFIX}${pathname} ${await request.clone().text()}`;
}

function keyAt(place: string): string {
  try {
    const kept = JSON.parse(sessionStorage.getItem(place) ?? "null") as { key: string; at: number } | null;
    if (kept && Date.now() - kept.at < MEANT_FOR) return kept.key;
    const key = newKey();
    sessionStorage.setItem(place, JSON.stringify({ key, at: Date.now() }));
    return key;
  } catch {
    // A full or forbidden storage: then a reload makes it another one.
    return newKey();
  }
}

function forget(key: string): void {
  try {
    for (const [place, kept] of Object.entries(sessionStorage))
      if (place.startsWith(PREFIX) && (JSON.parse(kept as string) as { key: string }).key === key)
        sessionStorage.removeItem(place);
  } catch {
    // Nothing could be kept there either.
  }
}
