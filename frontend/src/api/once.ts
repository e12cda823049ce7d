// What makes, books or sends something is done once, however often it is asked for while no answer has come.
//
// Such a request carries a key of what it asks for. It stays the same until the server has answered, through a press
// more, a lost line and a reload; the server gives the answer of the first time again. The next time is a new one.

import { newKey } from "./newKey";
import type { paths } from "./schema";

/** Where something is made, booked or sent; an address that the API has no longer is an error of the types. */
const MAKES = (
  [
    "/api/batches",
    "/api/batches/{batch_id}/orders",
    "/api/designs/{design_id}/spoiled",
    "/api/jobs",
    "/api/jobs/{job_id}/client-links",
    "/api/jobs/{job_id}/duplicates",
    "/api/jobs/{job_id}/files",
    "/api/jobs/{job_id}/lab-orders",
    "/api/jobs/{job_id}/layouts",
    "/api/jobs/{job_id}/moved",
    "/api/jobs/{job_id}/next",
    "/api/jobs/{job_id}/payments",
    "/api/jobs/{job_id}/prints",
    "/api/jobs/{job_id}/said/prints",
    "/api/jobs/{job_id}/settings",
    "/api/layouts/{layout_id}/bookings",
    "/api/layouts/{layout_id}/bookings/{booking_id}/back",
    "/api/layouts/{layout_id}/log",
    "/api/layouts/{layout_id}/orders",
    "/api/layouts/{layout_id}/prints",
    "/api/layouts/{layout_id}/trial",
    "/api/log",
    "/api/log/import",
    "/api/log/{row_id}/again",
    "/api/orders/{order_id}/lab-orders",
    "/api/prints/{print_id}/lab-orders",
    "/api/prints/{print_id}/log",
    "/api/prints/{print_id}/orders",
    "/api/prints/{print_id}/variants",
    "/api/rescues/{rescue_id}/orders",
    "/api/rescues/{rescue_id}/others",
    "/api/rescues/{rescue_id}/print",
    "/api/size-sets",
    "/api/sizes",
    "/api/trials/{trial_id}/judges",
  ] as const satisfies readonly (keyof paths)[]
).map((address) => new RegExp(`^${address.replaceAll(/\{\w+\}/g, "[^/]+")}$`));
const HEADER = "Idempotency-Key";
const PREFIX = "zollstock.once.";
/** Asked again later than this, it is meant anew, ms. */
const MEANT_FOR = 60 * 60 * 1000;

/** Gives a request the key of what it asks for, where it makes something. */
export async function nameOnce(request: Request): Promise<void> {
  const place = await placeOf(request);
  if (place) request.headers.set(HEADER, keyAt(place));
}

/** The server has answered: asked again, it is another one. What was asked has been sent, so it cannot be read any more. */
export function answeredOnce(request: Request, status: number): void {
  const key = request.headers.get(HEADER);
  if (key && ![502, 503, 504].includes(status)) forget(key);
}

/** Whether a request makes, books or sends something. */
export function makes({ method, url }: Request): boolean {
  return method === "POST" && MAKES.some((one) => one.test(new URL(url).pathname));
}

async function placeOf(request: Request): Promise<string | null> {
  if (!makes(request)) return null;
  return `${PREFIX}${new URL(request.url).pathname} ${await request.clone().text()}`;
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
