import { isValidElement, type ReactNode } from "react";

/** A heading's anchor, as `tests/core/test_legend.py` makes it: small letters and digits, all else one hyphen. */
export const slugOf = (heading: string): string =>
  heading
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, "-")
    .replaceAll(/^-|-$/g, "");

/** The letters of what is set in a heading. */
export function textOf(node: ReactNode): string {
  if (typeof node === "string" || typeof node === "number") return String(node);
  if (Array.isArray(node)) return node.map(textOf).join("");
  return isValidElement<{ children?: ReactNode }>(node) ? textOf(node.props.children) : "";
}
