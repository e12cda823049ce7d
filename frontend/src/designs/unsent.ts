// Documents that the server has not got yet, kept in the browser's storage through a reload.

export interface Unsent<Document> {
  /** The version of the design that the document was made on. */
  version: number;
  plan: Document;
  /** A document before it that was sent on this version and not answered yet. */
  sent?: Document;
}

const PREFIX = "zollstock.unsent.";

export function keepUnsent(design: number, unsent: Unsent<unknown>): void {
  try {
    localStorage.setItem(PREFIX + design, JSON.stringify(unsent));
  } catch {
    // A full or forbidden storage: the document is still in hand, and leaving the page warns.
  }
}

export function unsentOf<Document>(design: number): Unsent<Document> | null {
  try {
    const found = JSON.parse(localStorage.getItem(PREFIX + design) ?? "null") as Partial<
      Unsent<Document>
    > | null;
    return found && typeof found.version === "number" && found.plan ? (found as Unsent<Document>) : null;
  } catch {
    return null;
  }
}

export function dropUnsent(design: number): void {
  try {
    localStorage.removeItem(PREFIX + design);
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
