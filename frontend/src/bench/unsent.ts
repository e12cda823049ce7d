// Plans that the server has not got yet, kept in the browser's storage through a reload.
import type { Plan } from "../api/types";

export interface Unsent {
  /** The version of the print that the plan was made on. */
  version: number;
  plan: Plan;
}

const PREFIX = "zollstock.unsent.";

export function keepUnsent(print: number, unsent: Unsent): void {
  try {
    localStorage.setItem(PREFIX + print, JSON.stringify(unsent));
  } catch {
    // A full or forbidden storage: the plan is still in hand, and leaving the page warns.
  }
}

export function unsentOf(print: number): Unsent | null {
  try {
    const found = JSON.parse(localStorage.getItem(PREFIX + print) ?? "null") as Partial<Unsent> | null;
    return found && typeof found.version === "number" && found.plan ? (found as Unsent) : null;
  } catch {
    return null;
  }
}

export function dropUnsent(print: number): void {
  try {
    localStorage.removeItem(PREFIX + print);
  } catch {
    // Nothing could be kept there either.
  }
}

const OWNER = "zollstock.unsent-of";

/** Whose plans are kept from now on; those of an account that ended without signing out go. */
export function claimUnsent(name: string): void {
  try {
    if (localStorage.getItem(OWNER) !== name) dropAllUnsent();
    localStorage.setItem(OWNER, name);
  } catch {
    // Nothing could be kept there either.
  }
}

/** Nothing of one account stays behind for the next. */
export function dropAllUnsent(): void {
  try {
    for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX)) localStorage.removeItem(key);
  } catch {
    // Nothing could be kept there either.
  }
}
