import { What } from "../legend/What";
import type { About } from "../legend/useLegend";
import type { ReactNode } from "react";

/** A name, and what is set under it at the other side of its line. */
export function Row({ name, about, children }: { name: string; about?: About; children: ReactNode }) {
  return (
    <div className="flex items-center justify-between gap-3">
      <span>
        {name}
        {about && <What about={about} />}
      </span>
      {children}
    </div>
  );
}
