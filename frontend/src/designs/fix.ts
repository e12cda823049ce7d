/** A change to a document: dotted paths and their new values, as findings and choices carry them. */
export type Fix = Record<string, unknown>;

/** A copy of the document with the fix applied; the document itself stays as it is. */
export function patched<Document>(document: Document, fix: Fix): Document {
  const result = copy(document);
  for (const [path, value] of Object.entries(fix)) {
    const names = path.split(".");
    const last = names.pop() ?? path;
    let holder = result;
    for (const name of names) {
      holder[name] = copy(holder[name]);
      holder = holder[name] as Record<string, unknown>;
    }
    holder[last] = value;
  }
  return result as Document;
}

/** What stands at a dotted path; undefined where there is no such place. */
export const placeIn = (document: unknown, path: string): unknown =>
  path
    .split(".")
    .reduce((part, name) => (part as Record<string, unknown> | null | undefined)?.[name], document);

/** A list stays a list; its places are named by their numbers. */
function copy(part: unknown): Record<string, unknown> {
  if (Array.isArray(part)) return [...part] as unknown as Record<string, unknown>;
  return { ...(part as Record<string, unknown> | undefined) };
}
