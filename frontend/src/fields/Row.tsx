import type { ReactNode } from "react";

/** A name, and what is set under it at the other side of its line. */
export function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex items-center justify-between gap-3">
      <span>{name}</span>
      {children}
    </div>
  );
}
