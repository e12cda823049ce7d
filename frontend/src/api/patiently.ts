import type { Asked } from "./asked";

/** So often a question is put again to a server that asks for a moment; a minute or more, all told. */
const MOST_TIMES = 60;

/** In how many seconds the account may have a place again; other servers' troubles are told at once. */
const OWN_SHARE = "X-Place-In";

const moment = (seconds: number) => new Promise((resolve) => setTimeout(resolve, seconds * 1000));

/**
 * Ask, and ask again while the server has a place for nobody else of this account and says when it will.
 *
 * It has not begun with what it answers so: whatever is asked for may be asked for again.
 */
export async function patiently(request: Asked): Promise<Response> {
  // What is said while the page goes is said once: nobody is there to ask again.
  if (request.keepalive) return fetch(request);
  for (let asked = request, times = 0; ; times++) {
    const response = await fetch(asked);
    const seconds = Number(response.headers.get(OWN_SHARE));
    if (!(seconds > 0) || times === MOST_TIMES) return response;
    await moment(seconds);
    asked = asked.again();
  }
}
