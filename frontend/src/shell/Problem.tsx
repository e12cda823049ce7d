import type { ReactNode } from "react";

/** Something that did not work: what happened and what is safe, with a way on. */
export function Problem({ message, children }: { message: string; children?: ReactNode }) {
  return (
    <div
      role="alert"
      className="rounded-lg border-l-4 px-3 py-2"
      // A ground of its own needs an ink of its own: on a desk the ink around it may be the ground's colour.
      style={{
        background: "var(--look-ground)",
        borderColor: "var(--look)",
        color: "var(--color-base-content)",
      }}
    >
      {message} {children}
    </div>
  );
}
