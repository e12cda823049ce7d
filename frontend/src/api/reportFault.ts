import { client } from "./client";

/** So much of a fault is told, letters: its words, and where in the code it was. */
const MOST = 2000;

/** Tells the server's log that a page has failed; nobody waits for it, and it never fails itself. */
export function reportFault(fault: unknown): void {
  const { message, stack } = fault instanceof Error ? fault : new Error(String(fault));
  const body = {
    message: message.slice(0, MOST),
    stack: (stack ?? "").slice(0, MOST),
    place: location.pathname.slice(0, MOST),
  };
  client.POST("/api/faults", { body }).catch(() => undefined);
}
