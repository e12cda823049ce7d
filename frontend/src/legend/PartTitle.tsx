import type { About } from "./useLegend";
import { What } from "./What";

/** The title of a part of a worksheet, with what its choices are. */
export function PartTitle({ about, children }: { about: About; children: string }) {
  return (
    <div className="flex items-baseline">
      <h3 className="part-title">{children}</h3>
      <What about={about} />
    </div>
  );
}
