import type { About } from "../legend/useLegend";
import { PartTitle } from "../legend/PartTitle";
import type { ReactNode } from "react";
import type { LayoutWay } from "../api/types";
import type { Fix } from "../designs/fix";
import { typeset } from "../shell/typeset";
import { useLayoutStore } from "./layoutStore";

/** Ways to do it, side by side with what each leads to, `drawn` in small where a drawing says it; one click takes one. */
export function Ways(props: {
  label: string;
  /** What the legend says of this choice. */
  about: About;
  ways: LayoutWay[];
  drawn?: (way: LayoutWay) => ReactNode;
}) {
  const { label, ways, drawn } = props;
  const change = useLayoutStore((store) => store.change);
  return (
    <div className="space-y-1.5" role="group" aria-label={label}>
      <PartTitle about={props.about}>{label}</PartTitle>
      {ways.map((way) => (
        <button
          key={way.id}
          type="button"
          className="choice moves"
          data-legend={`choice:${way.id}`}
          aria-pressed={way.taken}
          onClick={() => change(way.fix as Fix)}
        >
          {drawn?.(way)}
          <span className="min-w-0">
            <b className="block font-semibold">{typeset(way.title)}</b>
            {way.text && <span className="soft block">{typeset(way.text)}</span>}
          </span>
        </button>
      ))}
    </div>
  );
}
