import type { Fix } from "../../designs/fix";
import { typeset } from "../../shell/typeset";
import type { LayoutPage } from "../../api/types";
import { useLayoutStore } from "../layoutStore";
import type { OfId } from "./types";

/** Every ring that this rule measures from, where it lies now. */
function rightAsTheyLie(frame: LayoutPage["frame"], face: OfId["request"]["face"]) {
  const { marks, eyes } = frame ?? {};
  return { crown: marks?.crown, chin: marks?.chin, eyes: eyes ? marks?.eyes : (face?.eyes ?? null) };
}

/** Where the face is: placed in the drawing; here it is straightened. */
export function FacePanel({ request, page }: OfId) {
  const change = useLayoutStore((store) => store.change);
  const leans = page.ways.filter((way) => way.id.startsWith("lean"));
  const angle = request.plans[0]?.fit.angle ?? 0;
  const off = page.frame?.leans ?? 0;
  return (
    <div className="space-y-3">
      <ol className="list-decimal space-y-1 pl-5">
        <li>Put the upper ring on the crown: where the skull ends, not the hair.</li>
        <li>Put the lower ring on the chin.</li>
        {page.frame?.eyes && <li>Put the dashed line through the middle of both eyes.</li>}
      </ol>
      {page.frame && page.frame.unmarked.length > 0 && (
        <button
          type="button"
          className="plain-button"
          onClick={() => change({ face: rightAsTheyLie(page.frame, request.face) })}
        >
          The rings lie right as they are
        </button>
      )}
      <p className="soft">
        The frame follows: chin and crown always stand in the middle of what the rule allows. Arrow keys move
        the ring that has the focus by half a thousandth of the picture, with Shift by ten times that.
      </p>
      <section className="space-y-1.5">
        <h3 className="font-semibold">Straighten</h3>
        <p>
          {typeset(`The picture leans by ${angle}°; chin to crown ${Math.abs(off).toFixed(1)}° off upright.`)}
        </p>
        <div className="flex gap-1.5" role="group" aria-label="Straighten">
          {leans.map((way) => (
            <button
              key={way.id}
              type="button"
              className="plain-button"
              onClick={() => change(way.fix as Fix)}
            >
              {typeset(way.title)}
            </button>
          ))}
        </div>
      </section>
    </div>
  );
}
