// Documents that the server has not got yet, kept in the browser's storage through a reload.

export interface Unsent<Document> {
  /** The version of the design that the document was made on. */
  version: number;
  plan: Document;
  /** A document before it that was sent on this version and not answered yet. */
  sent?: Document;
}

const PREFIX = "zollstock.unsent.";

/** Each window keeps its own copies: another one's save must drop none of them. */
const TAB_KEY = "zollstock.tab";
const ALIVE = "zollstock.alive.";
/** A window that has copies says so often that it lives; one that was silent for longer has ended, ms. */
const SAYS_EVERY_MS = 4_000;
const SILENT_MS = 15_000;

let own = "";
let saying = 0;

/** This window's own name; the same after a reload. */
function tab(): string {
  if (own) return own;
  own = sessionStorage.getItem(TAB_KEY) ?? Math.random().toString(36).slice(2, 10);
  sessionStorage.setItem(TAB_KEY, own);
  return own;
}

const placeOf = (design: number, window: string) => `${PREFIX}${design}.${window}`;

function sayAlive(): void {
  try {
    localStorage.setItem(ALIVE + tab(), String(Date.now()));
  } catch {
    // Then another window may take over what this one has; both are told when they save.
  }
  saying ||= setInterval(sayAlive, SAYS_EVERY_MS) as unknown as number;
}

const lives = (window: string) => Date.now() - Number(localStorage.getItem(ALIVE + window) ?? 0) < SILENT_MS;

export function keepUnsent(design: number, unsent: Unsent<unknown>): void {
  try {
    localStorage.setItem(placeOf(design, tab()), JSON.stringify(unsent));
    sayAlive();
  } catch {
    // A full or forbidden storage: the document is still in hand, and leaving the page warns.
  }
}

/** This window's copy, or one of a window that has ended: then it is this one's from now on. */
export function unsentOf<Document>(design: number): Unsent<Document> | null {
  try {
    const mine = placeOf(design, tab());
    const found = read<Document>(mine);
    if (found) return found;
    for (const place of Object.keys(localStorage)) {
      // A copy without a window's name was kept by an earlier version.
      if (place !== `${PREFIX}${design}` && !place.startsWith(`${PREFIX}${design}.`)) continue;
      if (lives(place.slice(placeOf(design, "").length))) continue;
      const left = read<Document>(place);
      localStorage.removeItem(place);
      if (!left) continue;
      localStorage.setItem(mine, JSON.stringify(left));
      return left;
    }
    return null;
  } catch {
    return null;
  }
}

function read<Document>(place: string): Unsent<Document> | null {
  const found = JSON.parse(localStorage.getItem(place) ?? "null") as Partial<Unsent<Document>> | null;
  return found && typeof found.version === "number" && found.plan ? (found as Unsent<Document>) : null;
}

/** This window's copy goes; those of other windows stay. */
export function dropUnsent(design: number): void {
  try {
    localStorage.removeItem(placeOf(design, tab()));
  } catch {
    // Nothing could be kept there either.
  }
}

const OWNER = "zollstock.unsent-of";

/** Whose plans are kept from now on; documents of an account that ended without signing out go. */
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
