import type { LayoutWay } from "../api/types";
import type { Fix } from "../designs/fix";
import { typeset } from "../shell/typeset";
import { useLayoutStore } from "./layoutStore";

/** Ways to do it, side by side with what each leads to; one click takes one. */
export function Ways({ label, ways }: { label: string; ways: LayoutWay[] }) {
  const change = useLayoutStore((store) => store.change);
  return (
    <div className="space-y-1.5" role="group" aria-label={label}>
      {ways.map((way) => (
        <button
          key={way.id}
          type="button"
          className="choice moves"
          aria-pressed={way.taken}
          onClick={() => change(way.fix as Fix)}
        >
          <span className="min-w-0">
            <b className="block font-semibold">{typeset(way.title)}</b>
            {way.text && <span className="soft block">{typeset(way.text)}</span>}
          </span>
        </button>
      ))}
    </div>
  );
}
